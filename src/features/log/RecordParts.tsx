"use client";

/** The parts of an opened record: what went in step by step, readings, what changed since, remarks and a photo. */
import { format } from "date-fns";
import { useStored } from "../../kit/store/useStored";
import { useState } from "react";
import type { Dose } from "../../domain/pile/pile";
import { readMatchPhoto } from "../../kit/store/calls";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import type { Match } from "../../domain/match/match";
import type { Pile } from "../../domain/pile/pile";
import { isWash } from "../../domain/pile/wash";
import type { Reading } from "../../domain/reading/reading";
import { labFromStored } from "../../domain/reading/storedColor";
import { scrapedWords } from "../../words/scrapes";
import { Fold } from "../../ui/Fold";
import { Button } from "../../ui/Button";
import { TextAreaField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { useTubesOf } from "../../kit/paint/useTubesOf";
import { PhotoField } from "../../kit/picture/PhotoField";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { useMatchCommands } from "../../kit/commands/matches";
import { deltaEText, describeLab } from "../../words/colors";
import { besideAmount, doseWords, exactWords, handWords, tubeName } from "../../words/doses";
import { sinceKept } from "../../domain/match/since";
import { SOURCE_WORDS } from "../../words/states";

/** Whether the same parts would still look like that. */
export function SinceLine({ match, doses }: { match: Match; doses: readonly Dose[] }) {
  const settings = useSettings();
  const tubesOf = useTubesOf();
  const predicted = match.predicted?.light === "D65" ? match.predicted.lab : undefined;
  const since = sinceKept({ doses, at: match.keptAt, predicted }, tubesOf(match), settings.scale);
  if (since.kind === "same") return null;
  return (
    <p className="mt-3 border-4 border-double border-ink p-3">
      {since.kind === "unknown" ? (
        "One of its tubes is not known any more, so what the same parts would look like now cannot be told."
      ) : (
        <>
          <span className="font-bold">A tube changed since</span>
          {since.tubes.length > 0 ? ` (${since.tubes.join(", ")})` : ""}. The same parts are now predicted{" "}
          {deltaEText(since.deltaE2000)} from what they were
          {since.words ? `: ${since.words}` : ", which would still pass as the same"}.
        </>
      )}
    </p>
  );
}

/** All of it in shares, then each go as it was laid. */
export function WentIn({ pile }: { pile: Pile }) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const contents = contentsOf(pile);
  const whole = volumeOf(contents);
  const goes = [...new Set(pile.additions.map((addition) => addition.turn))].map((turn) => ({
    turn,
    at: pile.additions.find((addition) => addition.turn === turn)?.addedAt ?? 0,
    words: doseWords(
      pile.additions.filter((addition) => addition.turn === turn),
      tubeById,
      settings,
    ).join(", "),
  }));
  const scrapes = (pile.scrapes ?? []).map(({ turn, at, keptShare }) => ({
    turn,
    at,
    words: scrapedWords(keptShare, isWash(pile)),
  }));
  const steps = [...goes, ...scrapes].sort((a, b) => a.turn - b.turn);
  return (
    <section>
      <h3 className="mt-4 font-bold">What went in</h3>
      <ol aria-label="All that went in" className="border-t">
        {contents.map(({ tubeId, parts }) => {
          const words = handWords(parts, settings, { wholeParts: whole, tube: tubeById.get(tubeId) });
          return (
            <li key={tubeId} className="flex justify-between gap-3 border-b py-1.5">
              <span>
                <span className="font-semibold">{words}</span> {tubeName(tubeById.get(tubeId))}
              </span>
              <span className="whitespace-nowrap text-muted">
                {besideAmount(words, exactWords(parts, { ...settings, amountUnit: "parts" }), parts / whole)}
              </span>
            </li>
          );
        })}
      </ol>
      {steps.length > 1 ? (
        <Fold label={<>in {steps.length} steps</>} className="mt-1">
          <ol>
            {steps.map(({ turn, at, words }) => (
              <li key={turn} className="flex gap-3 border-b py-1.5">
                <span className="whitespace-nowrap text-muted">{format(at, "d MMM, HH:mm")}</span>
                {words}
              </li>
            ))}
          </ol>
        </Fold>
      ) : (
        <p className="mt-1 text-muted">in one go</p>
      )}
    </section>
  );
}

export function Readings({ readings }: { readings: readonly Reading[] }) {
  const settings = useSettings();
  return (
    <Fold label={<>{readings.length === 1 ? "1 reading" : `${readings.length} readings`}</>} className="mt-1">
      <ol>
        {readings.map(({ id, color, film, takenAt }) => (
          <li key={id} className="flex items-center gap-3 border-b py-1.5">
            {color.light === "D65" ? (
              <Patch lab={labFromStored(color)} className="h-9 w-12 shrink-0" />
            ) : null}
            <span>
              {color.light === "D65"
                ? describeLab(labFromStored(color), settings).sentence
                : `read under ${color.light}`}
              <span className="block text-sm text-muted">
                {SOURCE_WORDS[color.source]}, {film}, ±{color.uncertaintyDeltaE2000.toFixed(1)},{" "}
                {format(takenAt, "d MMM, HH:mm")}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </Fold>
  );
}

/** What the painter wants to remember of a match. */
export function Care({ match, name }: { match: Match; name: string }) {
  const { setRemark, keepMatchPhoto, removeMatchPhoto } = useMatchCommands();
  const photo = useStored(readMatchPhoto, [match.id]);
  const [text, setText] = useState(match.remark);
  const isChanged = text.trim() !== match.remark;
  return (
    <section className="mt-4">
      <TextAreaField
        label="Remark"
        value={text}
        maxLength={2000}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <div className="mt-1 flex items-center gap-3">
        <Button
          disabled={!isChanged}
          onClick={() => {
            attempt(setRemark(match.id, text.trim()));
          }}
        >
          Keep the remark
        </Button>
        <span role="status" className="text-muted">
          {isChanged ? "not kept yet" : match.remark === "" ? "" : "kept"}
        </span>
      </div>
      <div className="mt-3">
        <PhotoField
          blob={photo}
          alt={`Photo of the match of ${name}`}
          onKeep={(blob, now) => keepMatchPhoto(match.id, blob, now)}
          onRemove={() => removeMatchPhoto(match.id)}
        />
      </div>
    </section>
  );
}
