"use client";

/** A painting in three steps on one screen: which paint, which tubes, and what it is called; a colour if there is one. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { Controller, useForm, useWatch } from "react-hook-form";
import * as z from "zod/mini";
import { READY_SETS } from "../../data/readySets";
import { isVisibleName } from "../../domain/name/visibleName";
import { isPictureLeft, leavePicture } from "../../kit/picture/given";
import { PickFromScreen } from "../../kit/reading/PickFromScreen";
import { parseColor } from "../../kit/reading/parseColor";
import { typedNote } from "../../kit/reading/typedNote";
import { paintsById, tubeOfPaint } from "../../domain/tube/paints";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { useOnce } from "../../kit/commands/useOnce";
import { PaintPicker } from "../../kit/paint/PaintPicker";
import { MOST_TUBES } from "../../kit/paint/SmearPicker";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { FileField, TextField } from "../../ui/fields";
import { Status } from "../../ui/Status";
import { colorFailureWords } from "../../words/typed";

const MEDIA = ["oil", "acrylic", "watercolour", "gouache"] as const;
const GRADES = ["artist", "student"] as const;

const formSchema = z.object({
  medium: z.enum(MEDIA),
  grade: z.enum(GRADES),
  paintIds: z.array(z.string()).check(z.minLength(1, "Choose at least one tube."), z.maxLength(MOST_TUBES)),
  name: z.string().check(z.trim(), z.maxLength(120, "Keep the name under 120 letters.")),
  color: z.string().check(
    z.superRefine((text, context) => {
      const read = parseColor(text);
      if (!read.ok && read.failure.code !== "empty")
        context.addIssue({ code: "custom", message: colorFailureWords(read.failure), input: text });
    }),
  ),
});
type Form = z.infer<typeof formSchema>;

export function PaintingForm({ onDone }: { onDone?: () => void }) {
  const { startPainting, addNote } = usePaintingCommands();
  const settings = useSettings();
  const box = useStudio((studio) => studio.box);
  const usual = MEDIA.find((medium) => medium === box[0]?.medium);
  const router = useRouter();
  const { register, handleSubmit, control, formState, setValue } = useForm<Form>({
    resolver: zodResolver(formSchema),
    defaultValues: { medium: usual ?? "oil", grade: "artist", paintIds: [], name: "", color: "" },
  });
  const medium = useWatch({ control, name: "medium" });
  const once = useOnce("one painting");
  const [photoName, setPhotoName] = useState<string>();
  const takePhoto = (file: File): void => {
    leavePicture(file);
    setPhotoName(file.name);
  };
  const save = async ({ name, paintIds, grade, color, ...form }: Form): Promise<void> => {
    const now = Date.now();
    const tubes = paintsById(paintIds).map((paint) => ({
      ...tubeOfPaint(paint),
      medium: form.medium,
      grade,
    }));
    const painting = await startPainting(isVisibleName(name) ? name : nameOfDay(now), tubes, now);
    const read = parseColor(color);
    if (read.ok) {
      const note = await addNote(typedNote(painting.id, read.value, settings), now);
      router.push(`/mix?note=${note.id}`);
    } else if (isPictureLeft()) router.push("/subject");
    onDone?.();
  };
  const { errors } = formState;
  return (
    <form
      onSubmit={(event) => {
        const submit = handleSubmit((form) => {
          once("start", () => save(form));
        });
        attempt(submit(event));
      }}
      className="flex flex-col gap-5"
      noValidate
    >
      <Step place={1} title="Which paint?">
        <Controller
          name="medium"
          control={control}
          render={({ field }) => (
            <Choice
              label="Medium"
              value={field.value}
              options={MEDIA.map((value) => ({ value, label: value }))}
              onChange={field.onChange}
            />
          )}
        />
        <Controller
          name="grade"
          control={control}
          render={({ field }) => (
            <Choice
              label="Grade"
              value={field.value}
              options={[
                { value: "artist", label: "artists’ grade" },
                { value: "student", label: "students’ grade" },
              ]}
              onChange={field.onChange}
            />
          )}
        />
      </Step>
      <Step place={2} title="Which tubes?">
        <div role="group" aria-label="Ready sets" className="flex flex-wrap gap-2">
          {READY_SETS.filter(({ isOpaque }) => isOpaque === (medium !== "watercolour")).map((set) => (
            <Button
              key={set.name}
              onClick={() => {
                setValue("paintIds", [...set.paintIds], { shouldDirty: true });
              }}
            >
              {set.name}
            </Button>
          ))}
        </div>
        <Controller
          name="paintIds"
          control={control}
          render={({ field }) => <PaintPicker chosenIds={field.value} onChange={field.onChange} />}
        />
        {errors.paintIds ? (
          <p role="alert" className="font-semibold">
            {errors.paintIds.message}
          </p>
        ) : null}
      </Step>
      <Step place={3} title="What do you paint?">
        <TextField
          label="Name of the painting"
          hint="Left empty, it is named after today."
          {...register("name")}
          error={errors.name?.message}
        />
        <TextField
          label="A colour to mix first (hex or CIELAB), if you have one"
          hint="Without one you begin with a picture, or with a colour that you see."
          {...register("color")}
          error={errors.color?.message}
        />
        <PickFromScreen
          onPick={(hex) => {
            setValue("color", hex, { shouldValidate: true });
          }}
        />
        <FileField label="Or a photo to find colours in" accept="image/*" onFile={takePhoto} />
        <Status>{photoName === undefined ? "" : `${photoName} opens when the painting is started.`}</Status>
      </Step>
      <div className="sticky bottom-0 z-10 short:static -mx-1 border-t-2 border-edge bg-surface px-1 py-2">
        <Button type="submit" weight="main">
          Start the painting
        </Button>
      </div>
    </form>
  );
}

/** "Painting of 30 November". @param now - Unix time, ms. */
function nameOfDay(now: number): string {
  return `Painting of ${new Date(now).toLocaleDateString("en-GB", { day: "numeric", month: "long" })}`;
}

function Step({ place, title, children }: { place: number; title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-3">
      <h3 className="font-bold">
        <span className="tabular-nums">{place}</span> {title}
      </h3>
      {children}
    </section>
  );
}
