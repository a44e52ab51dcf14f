"use client";

/** A tube without a readable label: the generic paints that are most like its colour, alone and in white. */
import { useState } from "react";
import { type Likeness, nearestGenerics } from "../../core/pigment/startingModel";
import type { PigmentModel } from "../../core/pigment/types";
import { WHITE_BENCH } from "../../data/testWhite";
import { tubeFromModel } from "../../domain/tube/newTube";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Smear } from "../../ui/Smear";
import { GENERIC_PIGMENTS } from "../../domain/tube/optics";
import { ladderOfModel } from "../../domain/tube/smear";
import { parseColor } from "../../domain/reading/typedColor";
import { colorFailureWords } from "../../words/typed";
import { useOnce } from "../../kit/commands/useOnce";
import { useTubeCommands } from "../../kit/commands/tubes";
import type { NewTube } from "../../domain/tube/newTube";

const SHOWN = 5;
/** The tint that the second field asks for. */
const TINT_PARTS = 9;

/** A tube whose pigment is not known: the look-alike's model, and the care that an unknown pigment asks for. */
function tubeLike(model: PigmentModel): NewTube {
  const tube = tubeFromModel(model);
  return {
    ...tube,
    label: `Unknown, like ${tube.label.toLowerCase()}`,
    colourIndexNames: [],
    hazard: "unknown",
    lightfastness: "unknown",
    optics: { ...tube.optics, isLookAlike: true },
  };
}

export function UnknownTube({ onAdded }: { onAdded: (tubeId: string) => void }) {
  const { addTubes } = useTubeCommands();
  const [masstone, setMasstone] = useState("");
  const [tint, setTint] = useState("");
  const [word, setWord] = useState<string>();
  const [nearest, setNearest] = useState<readonly Likeness[]>([]);
  const once = useOnce(`${masstone} ${tint}`);
  const add = async (model: PigmentModel, now: number): Promise<void> => {
    const [first] = await addTubes([tubeLike(model)], now);
    if (first) onAdded(first.id);
  };
  const find = (): void => {
    const alone = masstone.trim() === "" ? undefined : parseColor(masstone);
    const tinted = tint.trim() === "" ? undefined : parseColor(tint);
    for (const parsed of [alone, tinted]) {
      if (parsed && !parsed.ok) {
        setWord(colorFailureWords(parsed.failure));
        return;
      }
    }
    if (!alone && !tinted) {
      setWord("Type the colour of the tube alone, or of one part in nine of white; both tell most.");
      return;
    }
    setWord(undefined);
    setNearest(
      nearestGenerics(
        GENERIC_PIGMENTS,
        {
          ...(alone?.ok && { masstone: alone.value }),
          ...(tinted?.ok && { tint: { whiteParts: TINT_PARTS, lab: tinted.value } }),
        },
        WHITE_BENCH,
      ).slice(0, SHOWN),
    );
  };
  return (
    <form
      className="flex flex-col gap-3 border-t-2 border-ink pt-4"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        find();
      }}
    >
      <h3 className="font-bold">By its colour, when the label is gone</h3>
      <TextField
        label="The tube alone, CIELAB D65 or hex"
        value={masstone}
        error={word}
        onChange={(event) => {
          setMasstone(event.target.value);
        }}
      />
      <TextField
        label="One part in nine of white"
        hint="Dark tubes part only in their tints."
        value={tint}
        onChange={(event) => {
          setTint(event.target.value);
        }}
      />
      <Button type="submit" className="self-start">
        Find the most like
      </Button>
      {nearest.length > 0 ? (
        <ol className="border-t" aria-label="Most like it">
          {nearest.map((likeness, i) => (
            <li key={likeness.model.id} className="flex items-center gap-3 border-b py-1">
              <Smear ladder={ladderOfModel(likeness.model)} variant={i} className="h-8 w-24 shrink-0" />
              <span className="min-w-0 flex-1 leading-tight">
                <span className="block font-semibold">
                  {likeness.model.name} {likeness.model.colourIndex}
                </span>
                <span className="text-sm text-muted">
                  {[
                    likeness.masstoneDeltaE2000 === undefined
                      ? undefined
                      : `alone ΔE ${likeness.masstoneDeltaE2000.toFixed(1)}`,
                    likeness.tintDeltaE2000 === undefined
                      ? undefined
                      : `in white ΔE ${likeness.tintDeltaE2000.toFixed(1)}`,
                  ]
                    .filter((text) => text !== undefined)
                    .join(", ")}
                </span>
              </span>
              <Button
                weight="quiet"
                aria-label={`start from ${likeness.model.name}`}
                onClick={() => {
                  once(likeness.model.id, () => add(likeness.model, Date.now()));
                }}
              >
                start from it
              </Button>
            </li>
          ))}
        </ol>
      ) : null}
    </form>
  );
}
