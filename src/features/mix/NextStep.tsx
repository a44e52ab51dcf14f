"use client";

/** What to add next, with other ways, their side effects and what each costs; or to leave it, or begin anew. */
import { useState } from "react";
import { roundToHand } from "../../core/amounts/amounts";
import type { Addition } from "../../core/correct/nextAddition";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { labOfAdditions, totalsOf } from "../shared/paint";
import { useStudio } from "../shared/Studio";
import { deltaEText, describeLab, doseWords, exactWords, tubeName } from "../shared/words";
import { growthWords, moveWords, riskWords, whyWords } from "./additionWords";
import type { Bench } from "./useBench";

export function NextStep({ bench }: { bench: Bench }) {
  const { settings } = useStudio();
  const { next, pile, reading } = bench;
  if (!pile) return null;
  if (!reading)
    return (
      <p className="mt-4 border-l-4 border-ink pl-3">
        Say how the pile looks beside the target, and the next addition is worked out.
      </p>
    );
  if (next.status === "none") return null;
  if (next.status === "asking")
    return (
      <p role="status" className="mt-4">
        Working out the next addition
      </p>
    );
  if (next.status === "failed")
    return (
      <p role="alert" className="mt-4 border-4 border-double border-ink p-3">
        The next addition could not be worked out: {next.detail}.
      </p>
    );
  const { advice, tubeIds } = next;
  if (advice.advice === "leave-it")
    return (
      <section aria-labelledby="next" className="mt-4">
        <h2 id="next" className="font-bold">
          Leave it
        </h2>
        <p>It is as close as this match asks for. Keep it, and look again when it is dry.</p>
      </section>
    );
  const volumeText = (parts: number): string => exactWords(parts, settings);
  const { correct, startAgain, scrapeBack } = advice.costs;
  return (
    <section aria-labelledby="next" className="mt-4">
      <h2 id="next" className="font-bold">
        {advice.advice === "add" ? "Add next" : "Better begin again; or add"}
      </h2>
      <ul className="mt-1 border-t">
        {advice.additions.map((addition, i) => (
          <AdditionRow
            key={addition.parts.map(({ tube }) => tube).join()}
            bench={bench}
            addition={addition}
            tubeIds={tubeIds}
            isFirst={i === 0}
          />
        ))}
      </ul>
      <p className="mt-2 text-sm text-muted">
        {Number.isFinite(correct.volume)
          ? `Correcting takes ${volumeText(correct.volume)} of paint in all; `
          : ""}
        beginning again {volumeText(startAgain.volume)} in {startAgain.steps} doses
        {Number.isFinite(scrapeBack.volume) && scrapeBack.volume > 0
          ? `; scraping most of it away first, ${volumeText(scrapeBack.volume)}`
          : ""}
        .
      </p>
    </section>
  );
}

function AdditionRow({
  bench,
  addition,
  tubeIds,
  isFirst,
}: {
  bench: Bench;
  addition: Addition;
  tubeIds: readonly string[];
  isFirst: boolean;
}) {
  const { settings, tubeById } = useStudio();
  const [isTrying, setTrying] = useState(false);
  const parts = addition.parts.map(({ tube, volume }) => ({
    tubeId: tubeIds[tube] ?? "",
    parts: roundToHand(volume, settings.sizes),
  }));
  const words = doseWords(parts, tubeById, settings).join(" and ");
  // A knife's words are the figure itself as long as parts are counted.
  const exact =
    settings.amountUnit === "parts"
      ? ""
      : `, ${parts.map(({ parts: amount }) => exactWords(amount, settings)).join(" and ")}`;
  return (
    <li className="border-b py-2">
      <div className="flex gap-3">
        <span className="flex shrink-0 self-stretch">
          <Patch lab={bench.target} className="min-h-14 w-8" />
          <Patch
            lab={addition.predicted}
            label={`Predicted: ${describeLab(addition.predicted, settings).sentence}`}
            className="min-h-14 w-8"
          />
        </span>
        <p className="min-w-0 flex-1 leading-snug">
          <span className={isFirst ? "text-lg font-bold" : "font-semibold"}>{words}</span>
          <span className="text-muted">{exact}</span>
          <span className="block">{moveWords(addition, settings.scale)}</span>
          <span className="block text-sm text-muted">
            {whyWords(addition)}; {growthWords(addition)}; {riskWords(addition)}; then{" "}
            {deltaEText(addition.deltaE2000)} ± {addition.spread.toFixed(1)}
          </span>
        </p>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-3 pl-[4.75rem]">
        <Button
          weight={isFirst ? "main" : "plain"}
          aria-label={`It is down: ${words}`}
          onClick={() => {
            bench.lay(parts, false);
          }}
        >
          It is down
        </Button>
        <Button
          weight="quiet"
          aria-expanded={isTrying}
          onClick={() => {
            setTrying(!isTrying);
          }}
        >
          try it on the side
        </Button>
      </div>
      {isTrying ? <SideSample bench={bench} added={parts} /> : null}
    </li>
  );
}

/** How small a part of the pile a side sample takes. */
const SIDE_SHARE = 1 / 8;

/** The same step on a dab taken from the pile, which stays as it is. */
function SideSample({
  bench,
  added,
}: {
  bench: Bench;
  added: readonly { readonly tubeId: string; readonly parts: number }[];
}) {
  const { settings, tubeById } = useStudio();
  const laid = totalsOf(bench.pile?.additions ?? []);
  const volume = laid.reduce((sum, { parts }) => sum + parts, 0);
  const small = added.map(({ tubeId, parts }) => ({ tubeId, parts: parts * SIDE_SHARE }));
  const after = labOfAdditions(
    [...laid.map((part) => ({ ...part, parts: part.parts * SIDE_SHARE })), ...small],
    tubeById,
  );
  return (
    <div className="mt-2 flex items-center gap-3 pl-[4.75rem]">
      {after ? <Patch lab={after} label="The side sample, predicted" className="size-11 shrink-0" /> : null}
      <p className="text-sm leading-snug">
        Take {exactWords(volume * SIDE_SHARE, settings)} of the pile aside and add{" "}
        {small
          .map(({ tubeId, parts }) => `${exactWords(parts, settings)} of ${tubeName(tubeById.get(tubeId))}`)
          .join(" and ")}
        . The pile and its record stay as they are.
      </p>
    </div>
  );
}
