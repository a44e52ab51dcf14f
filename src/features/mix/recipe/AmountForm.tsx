"use client";

/** An area under a film, a number of piles, as much as before, and a margin for waste. */
import { zodResolver } from "@hookform/resolvers/zod";
import { Controller, useForm, useWatch } from "react-hook-form";
import * as z from "zod/mini";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { useBenchCommands } from "../../../kit/commands/benches";
import { attempt } from "../../../kit/studio/problems";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { TextField } from "../../../ui/fields";
import { mlText, wasteText } from "../../../words/doses";
import { useAim, useOffers } from "../bench/contexts";
import { PILE_ML, readWanted, type Wanted, WANTED_WAYS } from "./wantedMl";

const WAYS = [
  { value: "area", label: "an area" },
  { value: "piles", label: "piles" },
  { value: "ml", label: "millilitres" },
] as const;

const formSchema = z
  .object({
    way: z.enum(WANTED_WAYS),
    area: z.string(),
    film: z.string(),
    count: z.string(),
    margin: z.string(),
  })
  .check(
    z.superRefine((form, context) => {
      const wanted = readWanted(form);
      if (wanted.ok) return;
      for (const { field, words } of wanted.failure)
        context.addIssue({ code: "custom", path: [field], message: words, input: form[field] });
    }),
  );
type Form = z.infer<typeof formSchema>;

export function AmountForm({ onDone }: { onDone: () => void }) {
  const { note } = useAim();
  const { again } = useOffers();
  const { partMl } = useSettings();
  const { setWanted } = useBenchCommands();
  const { register, handleSubmit, control } = useForm<Form>({
    resolver: zodResolver(formSchema),
    defaultValues: {
      way: "area",
      area: "100",
      film: "0.3",
      count: "1",
      margin: wasteText(note.wanted?.marginShare ?? 0.15),
    },
  });
  const form = useWatch({ control }) as Form;
  const wanted = readWanted(form);
  const beforeMl = again ? volumeOf(contentsOf(again)) * partMl : undefined;
  const take = async (asked: Wanted): Promise<void> => {
    await setWanted(note.id, asked);
    onDone();
  };
  const faults = wanted.ok ? [] : wanted.failure;
  const field = (name: Exclude<keyof Form, "way">, label: string, className = "w-28") => (
    <TextField
      className={className}
      label={label}
      inputMode={name === "area" ? "text" : "decimal"}
      aria-invalid={faults.some((fault) => fault.field === name)}
      {...register(name)}
    />
  );
  return (
    <form
      className="mt-1 flex flex-col gap-3 border-t pt-2"
      noValidate
      onSubmit={(event) => {
        attempt(
          handleSubmit((typed) => {
            const asked = readWanted(typed);
            if (asked.ok) attempt(take(asked.value));
          })(event),
        );
      }}
    >
      <Controller
        name="way"
        control={control}
        render={({ field: way }) => (
          <Choice label="What is needed" value={way.value} options={WAYS} onChange={way.onChange} />
        )}
      />
      <div className="flex flex-wrap items-end gap-3">
        {form.way === "area" ? (
          <>
            {field("area", "Area in cm², or 20 x 30", "w-48")}
            {field("film", "Film in mm")}
          </>
        ) : (
          field("count", form.way === "piles" ? `Piles of ${PILE_ML} ml` : "Millilitres")
        )}
        {field("margin", "For waste, %")}
        <Button type="submit">
          {wanted.ok ? `Mix ${mlText(wanted.value.ml * (1 + wanted.value.marginShare))} ml` : "Mix it"}
        </Button>
        {beforeMl === undefined ? null : (
          <Button
            onClick={() => {
              attempt(take({ ml: beforeMl, marginShare: 0 }));
            }}
          >
            As much as before, {mlText(beforeMl)} ml
          </Button>
        )}
      </div>
      {faults.map(({ field: name, words }) => (
        <p key={name} role="alert" className="font-semibold">
          {words}
        </p>
      ))}
    </form>
  );
}
