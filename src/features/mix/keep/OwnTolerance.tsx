"use client";

/** The painter's own limits: how far a match may be off along each axis. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import * as z from "zod/mini";
import { toleranceOf } from "../../../domain/match/purpose";
import type { Note } from "../../../domain/note/note";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { numberText } from "../../../kit/reading/numberText";
import { attempt } from "../../../kit/studio/problems";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";

const AXES = [
  { key: "lightness", label: "L*" },
  { key: "chroma", label: "C*" },
  { key: "hue", label: "ΔH*" },
] as const;

/** Largest misses that a painter may ask for, CIELAB units. */
const LIMIT = { least: 0, most: 50, isAboveZero: true };

const formSchema = z.object({
  lightness: numberText(LIMIT, "the largest miss in L*"),
  chroma: numberText(LIMIT, "the largest miss in C*"),
  hue: numberText(LIMIT, "the largest miss in ΔH*"),
});

export function OwnTolerance({ note }: { note: Note }) {
  const { setNotePurpose } = usePaintingCommands();
  const held = toleranceOf(note);
  const { register, handleSubmit, formState } = useForm<
    z.input<typeof formSchema>,
    unknown,
    z.output<typeof formSchema>
  >({
    resolver: zodResolver(formSchema),
    mode: "onChange",
    defaultValues: {
      lightness: String(held.lightness),
      chroma: String(held.chroma),
      hue: String(held.hue),
    },
  });
  const { errors } = formState;
  const fault = AXES.map(({ key }) => errors[key]?.message).find((message) => message !== undefined);
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      noValidate
      onSubmit={(event) => {
        const submit = handleSubmit((tolerance) => setNotePurpose(note.id, { purpose: "own", tolerance }));
        attempt(submit(event));
      }}
    >
      {AXES.map(({ key, label }) => (
        <TextField
          key={key}
          className="w-16"
          label={label}
          aria-label={`Largest miss in ${label}`}
          aria-invalid={errors[key] !== undefined}
          inputMode="decimal"
          {...register(key)}
        />
      ))}
      <Button type="submit">Use these</Button>
      {fault === undefined ? null : (
        <p role="alert" className="basis-full font-semibold">
          {fault}
        </p>
      )}
    </form>
  );
}
