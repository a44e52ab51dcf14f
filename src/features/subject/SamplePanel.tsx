"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import { lightnessPerStep, quarterText } from "../../core/describe/valueScale";
import type { Sample } from "../../core/picture/pixels";
import { storedFromLab } from "../../persistence/storedColor";
import { addNote } from "../../persistence/studio";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { useStudio } from "../shared/Studio";
import { useRecipes } from "../shared/useRecipes";
import { describeLab } from "../shared/words";
import type { Spot } from "../shared/PictureStage";

/** An uncorrected picture is off by this much, ΔE00: exposure and cast are not known. */
const UNCORRECTED_PICTURE_UNCERTAINTY = 5;
/** ΔE00 within which the board is said to reach a colour. */
const REACH = 1;

/** What lies under the circle, in patches and words, ready to become a note. */
export function SamplePanel({
  paintingId,
  sample,
  spot,
  radiusPx,
}: {
  paintingId: string;
  sample: Sample;
  spot: Spot;
  radiusPx: number;
}) {
  const { db, settings, notes, attempt } = useStudio();
  const router = useRouter();
  const [name, setName] = useState("");
  const description = describeLab(sample.lab, settings);
  const valueSpread = (sample.light[0] - sample.dark[0]) / lightnessPerStep(settings.scale);
  const keep = async (andMix: boolean): Promise<void> => {
    const stored = (lab: LabD65) => storedFromLab(lab, "picture", UNCORRECTED_PICTURE_UNCERTAINTY);
    const note = await addNote(
      db,
      {
        paintingId,
        name: name.trim() === "" ? description.hue : name,
        target: stored(sample.lab),
        place: {
          xPx: spot.xPx,
          yPx: spot.yPx,
          radiusPx,
          pixelCount: sample.pixelCount,
          spreadDeltaE2000: sample.spreadDeltaE2000,
          light: stored(sample.light),
          dark: stored(sample.dark),
        },
      },
      Date.now(),
    );
    if (andMix) router.push(`/mix?note=${note.id}`);
  };
  const kept = notes.find((note) => note.place?.xPx === spot.xPx && note.place.yPx === spot.yPx);
  return (
    <section aria-label="Colour under the circle">
      <SamplePatches sample={sample} />
      <p className="mt-3 text-lg leading-snug font-bold first-letter:uppercase">{description.sentence}</p>
      <dl className="mt-2">
        <Row term="varies by" text={`${quarterText(valueSpread)} steps over ${sample.pixelCount} points`} />
        <Row term="these tubes" text={<ReachWords lab={sample.lab} />} />
        <Row term="picture" text="not corrected for its light" />
      </dl>
      {kept ? (
        <div className="mt-3">
          <p aria-live="polite" className="mb-2 font-semibold">
            Kept as note {kept.number}, {kept.name}.
          </p>
          <Button
            weight="main"
            onClick={() => {
              router.push(`/mix?note=${kept.id}`);
            }}
          >
            Mix this note
          </Button>
        </div>
      ) : (
        <form
          className="mt-3 flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            attempt(keep(false));
          }}
        >
          <TextField
            label="Name of the note"
            placeholder={description.hue}
            maxLength={120}
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
          <div className="flex flex-wrap gap-3">
            <Button type="submit" weight="main">
              Keep as note
            </Button>
            <Button
              onClick={() => {
                attempt(keep(true));
              }}
            >
              Keep and mix
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}

function SamplePatches({ sample }: { sample: Sample }) {
  const { settings } = useStudio();
  const patches = [
    { name: "light", lab: sample.light },
    { name: "middle", lab: sample.lab },
    { name: "dark", lab: sample.dark },
  ];
  return (
    <>
      <div className="flex h-24 outline outline-1 outline-line wide:h-28">
        {patches.map(({ name, lab }) => (
          <Patch
            key={name}
            lab={lab}
            label={`${name}: ${describeLab(lab, settings).sentence}`}
            className="flex-1"
          />
        ))}
      </div>
      <div className="flex text-sm text-muted" aria-hidden="true">
        {patches.map(({ name, lab }) => (
          <span key={name} className="flex-1">
            {name} {describeLab(lab, settings).value}
          </span>
        ))}
      </div>
    </>
  );
}

function Row({ term, text }: { term: string; text: React.ReactNode }) {
  return (
    <div className="flex justify-between gap-4 border-t py-1.5">
      <dt className="text-muted">{term}</dt>
      <dd className="text-right font-semibold">{text}</dd>
    </div>
  );
}

/** Whether the board reaches a colour, and if not, what would be missing. */
function ReachWords({ lab }: { lab: LabD65 }) {
  const { settings } = useStudio();
  const search = useRecipes(lab);
  if (search.status === "no-tubes") return "none on the board";
  if (search.status === "failed") return "could not be asked";
  if (search.status === "searching") return "…";
  const [nearest] = [...search.recipes].sort((a, b) => a.deltaE2000 - b.deltaE2000);
  if (!nearest) return "none on the board";
  if (nearest.deltaE2000 <= REACH) return "reach it";
  const words = differenceWords(lab, nearest.predicted, WORKING_TOLERANCE, settings.scale);
  const misses = [words.value, words.chroma, words.hue].filter((text) => !text.endsWith("holds"));
  return misses.length > 0 ? `come near: ${misses.join(", ")}` : "come very near";
}
