"use client";

/** Every turn of the pile in a row: what was added, how it looked, how far off it was, and which turn lost most. */
import { useStored } from "../../../kit/store/useStored";
import { useState } from "react";
import type { LabD65 } from "../../../core/color/types";
import { labOfAdditions } from "../../../domain/mixture/color";
import type { Pile } from "../../../domain/pile/pile";
import { lostMost, type Trial, trialsOf } from "../../../domain/pile/trials";
import { isWash } from "../../../domain/pile/wash";
import { labFromStored } from "../../../domain/reading/storedColor";
import { usePileCommands } from "../../../kit/commands/piles";
import { PhotoField } from "../../../kit/picture/PhotoField";
import { useSettings } from "../../../kit/studio/useStudio";
import { readTurnPhotos } from "../../../kit/store/calls";
import { Button } from "../../../ui/Button";
import { Patch } from "../../../ui/Patch";
import { deltaEText, describeLab } from "../../../words/colors";
import { doseWords } from "../../../words/doses";
import { scrapedWords } from "../../../words/scrapes";
import { useAimIfAny, usePaint, useStory } from "../bench/contexts";
import { missWhenDry } from "../bench/missWhenDry";

const NONE: readonly never[] = [];

export function Trials() {
  const { pile, readings } = useStory();
  const aimed = useAimIfAny();
  const paint = usePaint();
  const { tubeById, wetOf } = paint;
  if (!pile || pile.isStreaky || readings.length === 0) return null;
  const trials = trialsOf(pile, readings).map((trial) => {
    const dry = labOfAdditions(trial.inPile, tubeById);
    const lab = dry ? wetOf(dry) : trial.reading && labFromStored(trial.reading.color);
    return { trial, lab, miss: aimed && lab ? missWhenDry(aimed, paint, lab) : undefined };
  });
  const lost = lostMost(trials.map(({ miss }) => miss));
  return (
    <section aria-labelledby="trials" className="mt-4">
      <h2 id="trials" className="font-bold">
        The turns of this pile
      </h2>
      {lost ? (
        <p>
          Turn {trials[lost.at]?.trial.number} lost most: it went {deltaEText(lost.by)} further off.
        </p>
      ) : null}
      <ol className="mt-1 flex gap-3 overflow-x-auto pb-2">
        {trials.map(({ trial, lab, miss }, i) => (
          <li
            key={trial.number}
            className={`w-40 shrink-0 text-sm leading-snug ${i === lost?.at ? "border-l-4 border-ink pl-2" : ""}`}
          >
            <TrialCell trial={trial} lab={lab} miss={miss} pile={pile} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function TrialCell({
  trial: { number, turn, added, keptShare, reading },
  lab,
  miss,
  pile,
}: {
  trial: Trial;
  lab: LabD65 | undefined;
  miss: number | undefined;
  pile: Pile;
}) {
  const aim = useAimIfAny()?.aim;
  const { tubeById } = usePaint();
  const settings = useSettings();
  const known = reading ? "as believed" : "predicted";
  return (
    <>
      <div className="flex h-14">
        {aim ? <Patch lab={aim} className="flex-1" /> : null}
        {lab ? (
          <Patch
            lab={lab}
            label={`Turn ${number}, ${known}: ${describeLab(lab, settings).sentence}`}
            className="flex-1"
          />
        ) : null}
      </div>
      <p>
        <span className="font-semibold">
          {number}. {miss === undefined ? "" : deltaEText(miss)}
        </span>{" "}
        <span className="text-muted">{known}</span>
      </p>
      <p className="text-muted">
        {[
          ...(keptShare === undefined ? [] : [scrapedWords(keptShare, isWash(pile))]),
          ...doseWords(added, tubeById, settings),
        ].join(", ")}
      </p>
      <TurnPhoto pileId={pile.id} turn={turn} number={number} />
    </>
  );
}

/** How the pile looked after a turn, to know it again by. */
function TurnPhoto({ pileId, turn, number }: { pileId: string; turn: number; number: number }) {
  const { keepTurnPhoto, removeTurnPhoto } = usePileCommands();
  const photos = useStored(readTurnPhotos, [pileId]) ?? NONE;
  const photo = photos.find((one) => one.turn === turn)?.blob;
  const [isAsked, setAsked] = useState(false);
  if (!photo && !isAsked)
    return (
      <Button
        weight="quiet"
        aria-label={`Add a photo of turn ${number}`}
        onClick={() => {
          setAsked(true);
        }}
      >
        photo
      </Button>
    );
  return (
    <PhotoField
      blob={photo}
      alt={`The pile after turn ${number}`}
      onKeep={(blob, now) => keepTurnPhoto(pileId, turn, blob, now)}
      onRemove={() => removeTurnPhoto(pileId, turn)}
    />
  );
}
