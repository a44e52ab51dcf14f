"use client";

/** A tube without a readable label: read like any other, it tells its hue, how dull it is and what it is like. */
import { useMemo, useState } from "react";
import type { PigmentModel } from "../../core/pigment/types";
import { unknownTube } from "../../core/tube/unknownTube";
import { WHITE_BENCH } from "../../data/testWhite";
import { type NewTube, tubeFromModel } from "../../domain/tube/newTube";
import { GENERIC_PIGMENTS } from "../../domain/tube/optics";
import { ladderOfModel } from "../../domain/tube/smear";
import { useOnce } from "../../kit/commands/useOnce";
import { useTubeCommands } from "../../kit/commands/tubes";
import { ReadColour } from "../../kit/reading/ReadColour";
import type { TakenColour } from "../../kit/reading/taken";
import { useSettings } from "../../kit/studio/useStudio";
import { SameMixture } from "./SameMixture";
import { Button } from "../../ui/Button";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { Smear } from "../../ui/Smear";
import { Status } from "../../ui/Status";
import { describeLab } from "../../words/colors";
import { unknownTubeWords } from "../../words/unknownTube";

const SHOWN = 5;
/** What is read of it: alone, and one part in nine of white, where dark tubes part. */
const DABS = [
  { whiteParts: 0, thing: "the tube alone", title: "The tube alone" },
  { whiteParts: 9, thing: "the tint", title: "One part in nine of white" },
] as const;
type Dab = (typeof DABS)[number]["whiteParts"];

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
  const settings = useSettings();
  const { addTubes } = useTubeCommands();
  const [taken, setTaken] = useState<Readonly<Partial<Record<Dab, TakenColour>>>>({});
  const answer = useMemo(() => {
    const readings = DABS.flatMap(({ whiteParts }) => {
      const reading = taken[whiteParts];
      return reading ? [{ ...reading, whiteParts }] : [];
    });
    return readings.length > 0 ? unknownTube(GENERIC_PIGMENTS, readings, WHITE_BENCH) : undefined;
  }, [taken]);
  const once = useOnce(JSON.stringify(taken));
  const add = async (model: PigmentModel, now: number): Promise<void> => {
    const [first] = await addTubes([tubeLike(model)], now);
    if (first) onAdded(first.id);
  };
  return (
    <section aria-label="By its colour" className="flex flex-col gap-3 border-t-2 border-ink pt-4">
      <h3 className="font-bold">By its colour, when the label is gone</h3>
      <p className="text-muted">Either of the two says something; dark tubes part only in white.</p>
      {DABS.map(({ whiteParts, thing, title }) => {
        const reading = taken[whiteParts];
        return (
          <div key={whiteParts} className="flex flex-col gap-1 border-t pt-2">
            <h4 className="font-semibold">{title}</h4>
            {reading ? (
              <div className="flex items-center gap-3">
                <Patch
                  lab={reading.lab}
                  label={`Read: ${describeLab(reading.lab, settings).sentence}`}
                  className="h-11 w-16 shrink-0"
                />
                <span className="first-letter:uppercase">{describeLab(reading.lab, settings).sentence}</span>
              </div>
            ) : null}
            <ReadColour
              ways={["typed", "eye", "photo", "file"]}
              thing={thing}
              onTake={(one) => {
                if (one) setTaken((before) => ({ ...before, [whiteParts]: one }));
              }}
            />
            <Fold label="by a mixture that looks the same">
              <SameMixture
                onTake={(one) => {
                  setTaken((before) => ({ ...before, [whiteParts]: one }));
                }}
              />
            </Fold>
          </div>
        );
      })}
      <Status className="font-semibold empty:hidden">{answer ? unknownTubeWords(answer) : ""}</Status>
      {answer ? (
        <ol className="border-t" aria-label="Most like it">
          {answer.like.slice(0, SHOWN).map(({ model, weight }, i) => (
            <li key={model.id} className="flex items-center gap-3 border-b py-1">
              <Smear ladder={ladderOfModel(model)} variant={i} className="h-8 w-24 shrink-0" />
              <span className="min-w-0 flex-1 leading-tight">
                <span className="block font-semibold">
                  {model.name} {model.colourIndex}
                </span>
                <span className="text-sm text-muted">{Math.max(1, Math.round(100 * weight))} % likely</span>
              </span>
              <Button
                weight="quiet"
                aria-label={`start from ${model.name}`}
                onClick={() => {
                  once(model.id, () => add(model, Date.now()));
                }}
              >
                start from it
              </Button>
            </li>
          ))}
        </ol>
      ) : null}
    </section>
  );
}
