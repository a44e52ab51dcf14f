"use client";

/** What the label says of a tube, typed by hand. */
import { zodResolver } from "@hookform/resolvers/zod";
import type { ReactNode } from "react";
import { type Control, useController, useForm } from "react-hook-form";
import * as z from "zod/mini";
import type { NewTube } from "../../domain/tube/newTube";
import {
  LIGHTFASTNESS_CLASSES,
  type Tube,
  TUBE_GRADES,
  TUBE_HAZARDS,
  TUBE_MEDIA,
  TUBE_OPACITIES,
} from "../../domain/tube/tube";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { GENERIC_PIGMENTS } from "../../domain/tube/optics";
import { pigmentsOf } from "../../domain/tube/pigmentCodes";
import { isVisibleName } from "../../domain/name/visibleName";
import { attempt } from "../../kit/studio/problems";
import { useTubeCommands } from "../../kit/commands/tubes";
import { withoutCurrency } from "../../domain/reading/typedNumber";
import { optionalNumberText } from "../../kit/reading/numberText";

const PRICE = { least: 0.01, most: 100_000 };
const VOLUME = { least: 0.1, most: 10_000, units: ["ml"] };
const STOCK = { least: 0, most: 10_000, units: ["ml"] };

const formSchema = z.object({
  label: z
    .string()
    .check(
      z.trim(),
      z.refine(isVisibleName, "Give the tube a name."),
      z.maxLength(120, "Keep the name under 120 letters."),
    ),
  pigments: z
    .string()
    .check(
      z.refine(
        (text) => pigmentsOf(text).length <= 8 && pigmentsOf(text).every((name) => name.length <= 24),
        "At most eight names such as PB29, with spaces between.",
      ),
    ),
  modelId: z.string(),
  medium: z.enum(TUBE_MEDIA),
  grade: z.enum(TUBE_GRADES),
  opacity: z.enum(TUBE_OPACITIES),
  staining: z.enum(["", "0", "1", "2", "3"]),
  granulates: z.enum(["", "yes", "no"]),
  lightfastness: z.enum(LIGHTFASTNESS_CLASSES),
  hazard: z.enum(TUBE_HAZARDS),
  safetySheet: z.string().check(z.maxLength(500, "Keep it under 500 letters.")),
  price: optionalNumberText(PRICE, withoutCurrency),
  volumeMl: optionalNumberText(VOLUME),
  stockMl: optionalNumberText(STOCK),
  batch: z.string().check(z.maxLength(60, "Keep it under 60 letters.")),
  openedOn: z.string(),
  remark: z.string().check(z.maxLength(2000, "Keep it under 2000 letters.")),
});
type FormText = z.input<typeof formSchema>;
type FormValues = z.output<typeof formSchema>;

/** For a tube whose models are kept as they are: a blend, or one that does not ship. */
const KEEP = "keep";

export function TubeForm({ tube, onDone }: { tube: Tube; onDone: () => void }) {
  const { changeTube } = useTubeCommands();
  const [modelId] = tube.optics.modelIds;
  const isSingle =
    tube.optics.modelIds.length === 1 && GENERIC_PIGMENTS.some((model) => model.id === modelId);
  const { control, register, handleSubmit, formState } = useForm<FormText, unknown, FormValues>({
    resolver: zodResolver(formSchema),
    defaultValues: {
      label: tube.label,
      pigments: tube.colourIndexNames.join(" "),
      modelId: isSingle ? (modelId ?? KEEP) : KEEP,
      medium: tube.medium,
      grade: tube.grade,
      opacity: tube.opacity,
      staining: tube.staining === undefined ? "" : (String(tube.staining) as FormValues["staining"]),
      granulates: tube.granulates === undefined ? "" : tube.granulates ? "yes" : "no",
      lightfastness: tube.lightfastness,
      hazard: tube.hazard,
      safetySheet: tube.safetySheet,
      price: tube.price === undefined ? "" : String(tube.price),
      volumeMl: tube.volumeMl === undefined ? "" : String(tube.volumeMl),
      stockMl: tube.stockMl === undefined ? "" : String(tube.stockMl),
      batch: tube.batch,
      openedOn: tube.openedOn ?? "",
      remark: tube.remark,
    },
  });
  const save = async (values: FormValues): Promise<void> => {
    const isOtherModel = values.modelId !== KEEP && values.modelId !== modelId;
    const changes: Partial<NewTube> = {
      label: values.label,
      colourIndexNames: pigmentsOf(values.pigments),
      medium: values.medium,
      grade: values.grade,
      opacity: values.opacity,
      staining: values.staining === "" ? undefined : Number(values.staining),
      granulates: values.granulates === "" ? undefined : values.granulates === "yes",
      lightfastness: values.lightfastness,
      hazard: values.hazard,
      safetySheet: values.safetySheet.trim(),
      price: values.price,
      volumeMl: values.volumeMl,
      stockMl: values.stockMl,
      batch: values.batch.trim(),
      openedOn: values.openedOn === "" ? undefined : values.openedOn,
      remark: values.remark,
      // Readings of the tube were fitted to the model it started from, so another model starts again.
      ...(isOtherModel && {
        optics: { modelIds: [values.modelId], isLookAlike: false, calibrations: [] },
      }),
    };
    await changeTube(tube.id, changes);
    onDone();
  };
  const { errors } = formState;
  return (
    <form
      className="flex flex-col gap-3"
      noValidate
      onSubmit={(event) => {
        attempt(handleSubmit(save)(event));
      }}
    >
      <TextField label="Name on your label" error={errors.label?.message} {...register("label")} />
      <TextField
        label="Pigments, in the order of the label"
        hint="Colour Index names such as PB29, with spaces between; two or more mark a mixture."
        error={errors.pigments?.message}
        {...register("pigments")}
      />
      <ChoiceField control={control} label="Generic model it starts from" name="modelId">
        {isSingle ? null : <option value={KEEP}>as it is: {tube.optics.modelIds.join(" + ")}</option>}
        {GENERIC_PIGMENTS.map((model) => (
          <option key={model.id} value={model.id}>
            {model.name} {model.colourIndex}
          </option>
        ))}
      </ChoiceField>
      {tube.optics.calibrations.length > 0 ? (
        <p className="text-muted">
          Choosing another model puts this tube's tests away, since they were fitted to it.
        </p>
      ) : null}
      <div className="grid grid-cols-2 gap-3">
        <ChoiceField control={control} label="Medium" name="medium">
          {TUBE_MEDIA.map((medium) => (
            <option key={medium}>{medium}</option>
          ))}
        </ChoiceField>
        <ChoiceField control={control} label="Grade" name="grade">
          {TUBE_GRADES.map((grade) => (
            <option key={grade}>{grade}</option>
          ))}
        </ChoiceField>
        <ChoiceField control={control} label="Opacity" name="opacity">
          {TUBE_OPACITIES.map((opacity) => (
            <option key={opacity}>{opacity}</option>
          ))}
        </ChoiceField>
        <ChoiceField control={control} label="Light-fastness" name="lightfastness">
          {LIGHTFASTNESS_CLASSES.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </ChoiceField>
        <ChoiceField control={control} label="Staining" name="staining">
          <option value="">unknown</option>
          <option value="0">lifts off</option>
          <option value="1">a little</option>
          <option value="2">stains</option>
          <option value="3">stains hard</option>
        </ChoiceField>
        <ChoiceField control={control} label="Granulates" name="granulates">
          <option value="">unknown</option>
          <option>yes</option>
          <option>no</option>
        </ChoiceField>
        <ChoiceField control={control} label="Hazard class" name="hazard">
          {TUBE_HAZARDS.map((hazard) => (
            <option key={hazard} value={hazard}>
              {hazard.replace("-", " and ")}
            </option>
          ))}
        </ChoiceField>
        <TextField label="Opened on" type="date" {...register("openedOn")} />
        <TextField label="Price" inputMode="decimal" error={errors.price?.message} {...register("price")} />
        <TextField
          label="Tube holds, ml"
          inputMode="decimal"
          error={errors.volumeMl?.message}
          {...register("volumeMl")}
        />
        <TextField
          label="Left in it, ml"
          inputMode="decimal"
          error={errors.stockMl?.message}
          {...register("stockMl")}
        />
        <TextField label="Batch" error={errors.batch?.message} {...register("batch")} />
      </div>
      <TextField
        label="Where the maker's safety sheet is"
        error={errors.safetySheet?.message}
        {...register("safetySheet")}
      />
      <TextField label="Notes" error={errors.remark?.message} {...register("remark")} />
      <Button type="submit" weight="main" className="self-start">
        Keep these
      </Button>
    </form>
  );
}

type Chosen =
  | "modelId"
  | "medium"
  | "grade"
  | "opacity"
  | "lightfastness"
  | "staining"
  | "granulates"
  | "hazard";

function ChoiceField({
  control,
  label,
  name,
  children,
}: {
  control: Control<FormText, unknown, FormValues>;
  label: string;
  name: Chosen;
  children: ReactNode;
}) {
  const { field } = useController({ control, name });
  return (
    <SelectField label={label} value={field.value} onChoose={field.onChange}>
      {children}
    </SelectField>
  );
}
