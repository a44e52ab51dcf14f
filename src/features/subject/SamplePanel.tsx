"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Nudge, nudged } from "../../core/aim/nudge";
import { isVisibleName } from "../../domain/name/visibleName";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, missWords, stepsText, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { Picture } from "../../domain/painting/painting";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import type { Spot } from "../../kit/picture/PictureStage";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { usePaintingCommands } from "../../kit/commands/paintings";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { useRecipes } from "../../kit/query/useRecipes";
import { describeLab } from "../../words/colors";
import { Loupe } from "./Loupe";
import { NudgeRow } from "./NudgeRow";
import { OnNeighbours } from "./OnNeighbours";
import { photoUncertainty } from "../../domain/reading/uncertainty";
import { placeRow } from "./noteFromPick";
import type { Picked } from "./usePick";
import { Status } from "../../ui/Status";
import { useOnce } from "../../kit/commands/useOnce";

/** ΔE00 within which the board is said to reach a colour. */
const REACH = 1;

/** What lies under the circle, in patches and words, ready to become a note. */
export function SamplePanel({
  paintingId,
  picture,
  pictureId,
  light,
  picked,
  isReading,
  readNow,
  aims,
}: {
  paintingId: string;
  picture: OpenPicture;
  pictureId: string;
  light: Picture["light"];
  picked: Picked;
  /** Another spot is touched already: this one is not judged any more. */
  isReading: boolean;
  readNow: () => Promise<Picked | undefined>;
  /** Chooses what is touched next: the colour, its light or its shadow. */
  aims: React.ReactNode;
}) {
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const [name, setName] = useState("");
  const [nudges, setNudges] = useState<readonly Nudge[]>([]);
  const { middle: sample, circles } = picked;
  const lab = nudges.reduce(nudged, sample.lab);
  const description = describeLab(lab, settings);
  const valueSpread = stepsText(sample.light[0] - sample.dark[0], settings.scale);
  const once = useOnce(JSON.stringify([pictureId, circles, light, nudges.length]));
  const keep = async (andMix: boolean): Promise<void> => {
    const now = (await readNow()) ?? picked;
    // A spot touched since has not been nudged.
    const isShown = isSameSpot(now.circles.middle, circles.middle);
    const made = isShown ? nudges : [];
    const target = made.reduce(nudged, now.middle.lab);
    const note = await addNote(
      {
        paintingId,
        name: isVisibleName(name) ? name : describeLab(target, settings).hue,
        target: storedFromLab(target, "picture", photoUncertainty(light)),
        place: placeRow(pictureId, light, now, made),
      },
      Date.now(),
    );
    if (andMix) router.push(`/mix?note=${note.id}`);
  };
  const kept = notes.find(
    ({ place }) =>
      place?.pictureId === pictureId &&
      isSameSpot(place, circles.middle) &&
      // Under another light the same spot is another colour.
      place.isCorrected === (light !== undefined),
  );
  return (
    <section aria-label="Colour under the circle" aria-busy={isReading}>
      <div className="flex gap-2">
        <SamplePatches picked={picked} lab={lab} />
        <Loupe picture={picture} circle={circles.middle} className="size-16 shrink-0 wide:size-28" />
      </div>
      <p className="mt-1 text-lg leading-snug font-bold first-letter:uppercase">{description.sentence}</p>
      <p className="text-muted">
        These tubes <ReachWords lab={lab} />
      </p>
      {kept ? (
        <div className="mt-2">
          <Status className="mb-2 font-semibold">
            Kept as note {kept.number}, {kept.name}.
          </Status>
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
          className="mt-1 flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            once("keep", () => keep(false));
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
                once("keep", () => keep(true));
              }}
            >
              Keep and mix
            </Button>
          </div>
        </form>
      )}
      <div className="mt-3 border-t py-2">{aims}</div>
      <NudgeRow nudges={nudges} isWaiting={isReading} onChange={setNudges} />
      <OnNeighbours lab={lab} neighbours={picked.neighbours} />
      <dl className="mt-2">
        <Row term="at" text={placeWords(picture, circles.middle)} />
        <Row term="varies by" text={`${valueSpread} over ${sample.pixelCount} points`} />
        <Row term="picture" text={correctionWords(light)} />
      </dl>
    </section>
  );
}

function isSameSpot(one: Spot, other: Spot): boolean {
  return one.xPx === other.xPx && one.yPx === other.yPx;
}

/** Where the circle lies: for those who do not see it, and to find a spot again. */
function placeWords(
  { state }: OpenPicture,
  { xPx, yPx }: { readonly xPx: number; readonly yPx: number },
): string {
  if (state.status !== "open") return "";
  const percent = (at: number, whole: number): string => `${((100 * at) / whole).toFixed(1)} %`;
  return `${percent(xPx, state.info.widthPx)} across, ${percent(yPx, state.info.heightPx)} down`;
}

function correctionWords(light: Picture["light"]): string {
  if (!light) return "not corrected for its light";
  return light.knowsSlope ? "its light and slope taken out" : "its light taken out";
}

/** Light, middle and shadow touch each other, with their values under them. */
function SamplePatches({ picked, lab }: { picked: Picked; lab: LabD65 }) {
  const settings = useSettings();
  const patches = [
    { name: "light", lab: picked.light?.lab ?? picked.middle.light },
    { name: "middle", lab },
    { name: "dark", lab: picked.dark?.lab ?? picked.middle.dark },
  ];
  return (
    <div className="min-w-0 flex-1">
      <div className="flex h-16 outline outline-1 outline-line wide:h-28">
        {patches.map(({ name, lab: shown }) => (
          <Patch
            key={name}
            lab={shown}
            label={`${name}: ${describeLab(shown, settings).sentence}`}
            className="flex-1"
          />
        ))}
      </div>
      <div className="flex text-sm text-muted" aria-hidden="true">
        {patches.map(({ name, lab: shown }) => (
          <span key={name} className="flex-1 last:text-right nth-2:text-center">
            {name} {describeLab(shown, settings).value}
          </span>
        ))}
      </div>
    </div>
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
  const settings = useSettings();
  const search = useRecipes(lab);
  if (search.status === "idle") return "none on the board";
  if (search.status === "failed")
    return (
      <Button weight="quiet" onClick={search.retry}>
        could not be asked; try again
      </Button>
    );
  if (search.status === "asking") return "…";
  const [nearest] = [...search.value.recipes].sort((a, b) => a.deltaE2000 - b.deltaE2000);
  if (!nearest) return "none on the board";
  if (nearest.deltaE2000 <= REACH) return "reach it";
  const words = differenceWords(lab, nearest.predicted, WORKING_TOLERANCE, settings.scale);
  const misses = missWords(words);
  return misses.length > 0 ? `come near: ${misses.join(", ")}` : "come very near";
}
