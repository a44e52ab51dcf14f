"use client";

/** The painter's own limits: how far a match may be off along each axis. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import * as z from "zod/mini";
import type { AxisTolerance } from "../../../core/describe/difference";
import { toleranceOf } from "../../../domain/match/purpose";
import type { Note } from "../../../domain/note/note";
import { parseNumber } from "../../../domain/reading/typedNumber";
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
type Form = z.infer<typeof formSchema>;

export function OwnTolerance({ note }: { note: Note }) {
  const { setNotePurpose } = usePaintingCommands();
  const held = toleranceOf(note);
  const { register, handleSubmit, formState } = useForm<Form>({
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
  const save = (form: Form): Promise<void> =>
    setNotePurpose(note.id, { purpose: "own", tolerance: toleranceFrom(form) });
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      noValidate
      onSubmit={(event) => {
        attempt(handleSubmit(save)(event));
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

function toleranceFrom(form: Form): AxisTolerance {
  const numberOf = (text: string): number => {
    const read = parseNumber(text, LIMIT);
    return read.ok ? read.value : Number.NaN;
  };
  return {
    lightness: numberOf(form.lightness),
    chroma: numberOf(form.chroma),
    hue: numberOf(form.hue),
  };
}
