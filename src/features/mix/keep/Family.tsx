"use client";

/** A kept match as its ratio, and the same family lighter and darker, each ready to become a note of its own. */
import { useStored } from "../../../kit/store/useStored";
import { useRouter } from "next/navigation";
import { Fragment, useState } from "react";
import { lchFromLab } from "../../../core/color/cieLab";
import type { Variant, VariantKind } from "../../../core/correct/lightenAndShade";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { readPile } from "../../../kit/store/calls";
import type { Match } from "../../../domain/match/match";
import type { School } from "../../../domain/school/school";
import type { Tube } from "../../../domain/tube/tube";
import { labFromStored, storedFromLab } from "../../../domain/reading/storedColor";
import { Button } from "../../../ui/Button";
import { Patch } from "../../../ui/Patch";
import { isBlackTube, isWhiteTube } from "../../../domain/tube/kinds";
import { WATER } from "../../../domain/tube/water";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { usePaintingCommands } from "../../../kit/commands/paintings";
import { useQuery } from "../../../kit/query/useQuery";
import { TaskLine } from "../../../kit/query/TaskLine";
import { solver } from "../../../workers/clients";
import { describeLab } from "../../../words/colors";
import { additionMeasure } from "../../../domain/hand/measure";
import { doseWords, exactWords, tubeName } from "../../../words/doses";
import { andWords } from "../../../words/lists";
import { GENERIC_UNCERTAINTY } from "../../../domain/reading/uncertainty";
import { mixtureRequest } from "../../../domain/mixture/mixtureRequest";
import { useAim, usePaint } from "../bench/contexts";
import { useOnce } from "../../../kit/commands/useOnce";
import { Together } from "../../../ui/Together";

/** In a wash the paper is the white. */
const WITH_WATER = { name: "Lighter, with water", note: "lighter" };

const KIND_WORDS: Readonly<Record<VariantKind, { readonly name: string; readonly note: string }>> = {
  "white-highlight": { name: "Lighter, white alone", note: "lighter" },
  "coloured-highlight": { name: "Lighter, keeping its colour", note: "light" },
  "black-shade": { name: "Darker, with black", note: "darker" },
  "family-shade": { name: "Darker, within the family", note: "shade" },
};

/** The highlight that this school likes comes first. */
function inOrder(variants: readonly Variant[], { highlights }: School): readonly Variant[] {
  if (highlights === "white") return variants;
  const isFirst = ({ kind }: Variant): boolean => kind === "coloured-highlight";
  return [...variants.filter(isFirst), ...variants.filter((variant) => !isFirst(variant))];
}

/** How far up and down, in steps of the painter's scale. */
const STEPS = 1.5;

export function Family({ match }: { match: Match }) {
  const { tubeById } = usePaint();
  const [isOpen, setOpen] = useState(false);
  const pile = useStored(readPile, [match.pileId]);
  if (!pile) return null;
  const contents = contentsOf(pile);
  const whole = volumeOf(contents);
  return (
    <>
      <p className="mt-1 text-muted">
        In it:{" "}
        {contents.map(({ tubeId, parts }, i) => (
          <Fragment key={tubeId}>
            {i === 0 ? "" : ", "}
            <Together>{((100 * parts) / whole).toFixed(1)} %</Together> {tubeName(tubeById.get(tubeId))}
          </Fragment>
        ))}
        .
      </p>
      <Button
        weight="quiet"
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        lighten and shade it
      </Button>
      {isOpen ? <Variants contents={contents} /> : null}
    </>
  );
}

function Variants({
  contents,
}: {
  contents: readonly { readonly tubeId: string; readonly parts: number }[];
}) {
  const { tubeById } = usePaint();
  const { note } = useAim();
  const board = useStudio((studio) => studio.board);
  const settings = useSettings();
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const { lightener } = usePaletteMedium();
  const handy = board.filter((tube) => lightener === "white" || !isWhiteTube(tube));
  const asked = mixtureRequest(contents, handy, tubeById, lightener);
  const places = (isWanted: (tube: Tube) => boolean): number[] =>
    (asked?.tubes ?? []).flatMap((tube, place) => (isWanted(tube) ? [place] : []));
  const wholeParts = volumeOf(contents);
  const step = STEPS * lightnessPerStep(settings.scale);
  const once = useOnce(note.id);
  const steps = {
    whites: places(isWhiteTube),
    blacks: places(isBlackTube),
    lighterBy: step,
    darkerBy: step,
    ...(asked && {
      laid: { pileVolume: wholeParts, dosing: additionMeasure(settings, asked.tubes, wholeParts) },
    }),
  };
  const answer = useQuery(solver, asked && { mixture: asked.request, steps }, (remote, request) =>
    remote.lightenAndShade(request.mixture, request.steps),
  );
  if (answer.status === "idle") return <p>The paint of a tube in it is not known.</p>;
  if (answer.status !== "ready")
    return <TaskLine task={answer} asking="Working out the family" what="The lighter and darker ones" />;
  if (answer.value.length === 0) return <p>These tubes reach neither a lighter nor a darker one.</p>;
  const keepAsNote = async ({ kind, addition }: Variant, now: number): Promise<void> => {
    const made = await addNote(
      {
        paintingId: note.paintingId,
        name: `${note.name}, ${KIND_WORDS[kind].note}`,
        target: storedFromLab(addition.predicted, "predicted", GENERIC_UNCERTAINTY),
      },
      now,
    );
    router.push(`/mix?note=${made.id}`);
  };
  return (
    <ul className="mt-1">
      {inOrder(answer.value, settings.school).map((variant) => {
        const { kind, addition } = variant;
        const words = kind === "white-highlight" && lightener === "water" ? WITH_WATER : KIND_WORDS[kind];
        const [, chroma] = lchFromLab(addition.predicted);
        const [, before] = lchFromLab(labFromStored(note.target));
        const added = addition.parts.map(({ tube, volume: share }) => ({
          tubeId: asked?.tubes[tube]?.id ?? WATER.id,
          parts: share,
        }));
        return (
          <li key={kind} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t py-1.5">
            <span className="flex shrink-0">
              <Patch lab={labFromStored(note.target)} className="h-14 w-8" />
              <Patch
                lab={addition.predicted}
                label={`${words.name}: ${describeLab(addition.predicted, settings).sentence}`}
                className="h-14 w-8"
              />
            </span>
            <p className="min-w-0 flex-1 basis-40 leading-snug">
              <span className="font-semibold">{words.name}</span>
              <span className="block">
                to {exactWords(wholeParts, settings)} of it{" "}
                {andWords(doseWords(added, tubeById, settings, wholeParts))}
              </span>
              <span className="block text-sm text-muted">
                C* {chroma.toFixed(0)} after {before.toFixed(0)}
                {addition.turnsTo ? `; turns ${addition.turnsTo}` : "; the hue stays"}
              </span>
            </p>
            <Button
              aria-label={`Make a note: ${words.name}`}
              onClick={() => {
                once(variant.kind, () => keepAsNote(variant, Date.now()));
              }}
            >
              Make a note
            </Button>
          </li>
        );
      })}
    </ul>
  );
}
