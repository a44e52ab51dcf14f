"use client";

/** A dull tube told by what imitates it: a bright tube, dulled with its opposite and lightened, until both look the same. */
import { useMemo, useState } from "react";
import { hueDifferenceDegrees, lchFromLab } from "../../core/color/cieLab";
import { sameMixture } from "../../domain/tube/sameMixture";
import { isWhiteTube } from "../../domain/tube/kinds";
import { tintOfTube } from "../../domain/tube/smear";
import type { Tube } from "../../domain/tube/tube";
import type { TakenColour } from "../../kit/reading/taken";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";

const OPPOSITE_DEGREES = 180;
const PARTS = { bright: "4", opposite: "1", white: "0" } as const;
type Part = keyof typeof PARTS;
const LABELS: Readonly<Record<Part, string>> = {
  bright: "parts of the bright tube",
  opposite: "parts of its opposite",
  white: "parts of white",
};
const MOST_PARTS = 1000;

export function SameMixture({ onTake }: { onTake: (taken: TakenColour) => void }) {
  const settings = useSettings();
  const box = useStudio((studio) => studio.box);
  const coloured = useMemo(
    () =>
      box.flatMap((tube) => {
        const lab = tintOfTube(tube);
        const isThere = tube.archivedAt === undefined && !isWhiteTube(tube);
        return lab && isThere ? [{ tube, hue: lchFromLab(lab)[2], chroma: lchFromLab(lab)[1] }] : [];
      }),
    [box],
  );
  const white = box.find((tube) => tube.archivedAt === undefined && isWhiteTube(tube));
  const [brightId, setBrightId] = useState("");
  const [oppositeId, setOppositeId] = useState("");
  const [parts, setParts] = useState<Readonly<Record<Part, string>>>(PARTS);
  const brightest = [...coloured].sort((one, other) => other.chroma - one.chroma);
  const bright = coloured.find(({ tube }) => tube.id === brightId) ?? brightest[0];
  if (!bright || coloured.length < 2)
    return <p className="text-muted">It takes two coloured tubes in your box whose paint is known.</p>;
  // Across the wheel first.
  const opposites = coloured
    .filter(({ tube }) => tube !== bright.tube)
    .map((one) => ({
      ...one,
      off: OPPOSITE_DEGREES - Math.abs(hueDifferenceDegrees(one.hue, bright.hue)),
    }))
    .sort((one, other) => one.off - other.off);
  const opposite = opposites.find(({ tube }) => tube.id === oppositeId) ?? opposites[0];
  const amount = (part: Part): number | undefined => {
    const value = Number(parts[part].trim().replace(",", "."));
    return Number.isFinite(value) && value >= 0 && value <= MOST_PARTS ? value : undefined;
  };
  const [brightParts, oppositeParts, whiteParts] = [amount("bright"), amount("opposite"), amount("white")];
  const wrong = (Object.keys(PARTS) as Part[]).find((part) => amount(part) === undefined);
  const mixture =
    opposite && wrong === undefined
      ? sameMixture([
          { tube: bright.tube, parts: brightParts ?? 0 },
          { tube: opposite.tube, parts: oppositeParts ?? 0 },
          ...(white ? [{ tube: white, parts: whiteParts ?? 0 }] : []),
        ])
      : undefined;
  const select = (label: string, value: string, tubes: readonly Tube[], onChange: (id: string) => void) => (
    <SelectField
      label={label}
      value={value}
      onChoose={(picked) => {
        onChange(picked);
      }}
    >
      {tubes.map(({ id, label: name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </SelectField>
  );
  return (
    <div className="flex flex-col gap-3">
      <p>
        Lay a bright tube beside it, near it in hue. Dull it with its opposite, lighten it with white, until
        the two cannot be told apart. Then say what went in.
      </p>
      <div className="flex flex-wrap gap-3">
        {select(
          "bright tube",
          bright.tube.id,
          coloured.map(({ tube }) => tube),
          setBrightId,
        )}
        {opposite
          ? select(
              "its opposite",
              opposite.tube.id,
              opposites.map(({ tube }) => tube),
              setOppositeId,
            )
          : null}
      </div>
      <div className="flex flex-wrap gap-3">
        {(Object.keys(PARTS) as Part[])
          .filter((part) => part !== "white" || white)
          .map((part) => (
            <TextField
              key={part}
              className="w-44"
              label={LABELS[part]}
              inputMode="decimal"
              value={parts[part]}
              error={amount(part) === undefined ? `A number from 0 to ${MOST_PARTS}` : undefined}
              onChange={(event) => {
                setParts((before) => ({ ...before, [part]: event.target.value }));
              }}
            />
          ))}
      </div>
      {mixture ? (
        <div className="flex items-center gap-3">
          <Patch
            lab={mixture.lab}
            label={`The mixture: ${describeLab(mixture.lab, settings).sentence}`}
            className="h-11 w-16 shrink-0"
          />
          <span>{describeLab(mixture.lab, settings).sentence}</span>
        </div>
      ) : null}
      <Button
        weight="main"
        className="self-start"
        disabled={!mixture}
        onClick={() => {
          if (mixture) onTake({ ...mixture, source: "by-eye" });
        }}
      >
        They look the same
      </Button>
    </div>
  );
}
