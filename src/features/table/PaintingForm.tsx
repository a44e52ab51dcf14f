"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { Controller, useForm } from "react-hook-form";
import * as z from "zod/mini";
import { tubeFromModel } from "../../domain/tube/newTube";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { modelsById, PaintPicker } from "../../kit/paint/PaintPicker";
import { MOST_TUBES } from "../../kit/paint/SmearPicker";
import { isVisibleName } from "../../domain/name/visibleName";
import { attempt } from "../../kit/studio/problems";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { useOnce } from "../../kit/commands/useOnce";

const formSchema = z.object({
  name: z
    .string()
    .check(
      z.trim(),
      z.refine(isVisibleName, "Give the painting a name."),
      z.maxLength(120, "Keep the name under 120 letters."),
    ),
  modelIds: z.array(z.string()).check(z.minLength(1, "Choose at least one tube."), z.maxLength(MOST_TUBES)),
});

export function PaintingForm({ onDone }: { onDone?: () => void }) {
  const { startPainting } = usePaintingCommands();
  const { register, handleSubmit, control, formState } = useForm({
    resolver: zodResolver(formSchema),
    defaultValues: { name: "", modelIds: [] },
  });
  const once = useOnce("one painting");
  const save = async (name: string, modelIds: readonly string[]): Promise<void> => {
    await startPainting(name, modelsById(modelIds).map(tubeFromModel), Date.now());
    onDone?.();
  };
  return (
    <form
      onSubmit={(event) => {
        const submit = handleSubmit(({ name, modelIds }) => {
          once("start", () => save(name, modelIds));
        });
        attempt(submit(event));
      }}
      className="flex flex-col gap-4"
      noValidate
    >
      <TextField label="Name of the painting" {...register("name")} error={formState.errors.name?.message} />
      <Controller
        name="modelIds"
        control={control}
        render={({ field }) => <PaintPicker chosenIds={field.value} onChange={field.onChange} />}
      />
      {formState.errors.modelIds ? (
        <p role="alert" className="font-semibold">
          {formState.errors.modelIds.message}
        </p>
      ) : null}
      <Button type="submit" weight="main" className="self-start">
        Start the painting
      </Button>
    </form>
  );
}
