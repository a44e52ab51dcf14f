"use client";

/** Where a pile is better not corrected as it lies: scrape it back first, begin again, or keep it; and what each costs. */
import type { ReactNode } from "react";
import type { NextAddition } from "../../../core/correct/nextAddition";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import type { Pile } from "../../../domain/pile/pile";
import type { School } from "../../../domain/school/school";
import { isWash } from "../../../domain/pile/wash";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { Fold } from "../../../ui/Fold";
import { NEXT } from "../../../ui/keepFocus";
import { Together } from "../../../ui/Together";
import { deltaEText } from "../../../words/colors";
import { exactWords } from "../../../words/doses";
import { useDeeds, useStory } from "../bench/contexts";

type Advised = Extract<NextAddition, { readonly costs: unknown }>;

/** Whether something else comes first than an addition: a school that corrects hears of it after them, a sample not at all. */
export function isBetterNotAdded({ advice }: Advised, isSample: boolean, { farOff }: School): boolean {
  return advice !== "add" && !isSample && farOff !== "correct";
}

/** Of what is better than an addition. */
export function insteadHeading({ advice }: Advised, pile: Pile): string {
  if (advice === "start-again") return "Better begin again";
  return isWash(pile) ? "Pour some of it off first" : "Scrape it back first";
}

/** The better way, to be done at once. @param isPlain - the corrections stand before it. */
export function Instead({ advice, isPlain = false }: { advice: Advised; isPlain?: boolean }) {
  return advice.advice === "scrape-back" ? (
    <ScrapeBack advice={advice} isPlain={isPlain} />
  ) : (
    <BeginAgain advice={advice} isPlain={isPlain} />
  );
}

/** What is recorded is the share that was said, to the percent. */
const saidShare = (share: number): number => Math.round(100 * share) / 100;
const percentText = (share: number): string => `${Math.round(100 * share)} %`;

/** Correcting the whole pile would take more paint than a new one; correcting a part of it takes less. */
function ScrapeBack({ advice: { costs, why }, isPlain }: { advice: Advised; isPlain: boolean }) {
  const { actions } = useDeeds();
  const { pile } = useStory();
  const settings = useSettings();
  if (!pile) return null;
  const { correct, scrapeBack, startAgain } = costs;
  const isWet = isWash(pile);
  const kept = saidShare(scrapeBack.keptShare);
  const share = percentText(kept);
  const left = exactWords(kept * volumeOf(contentsOf(pile)), settings);
  const added = kept * correct.volume;
  return (
    <div className="my-1 border-l-4 border-ink pl-3">
      <p>
        Correcting all of it{" "}
        {why === "twice-as-large"
          ? "more than doubles it"
          : `takes ${exactWords(correct.volume, settings)} of paint, a new ${isWet ? "wash" : "pile"} ${exactWords(startAgain.volume, settings)}`}
        . Leave about <Together>{share}</Together> of it{isWet ? "" : ` (${left})`}, and{" "}
        {added > 0
          ? `${isWet ? "water with " : ""}about ${exactWords(added, settings)} of paint`
          : "water alone"}{" "}
        will correct it.
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Button
          {...(isPlain ? {} : NEXT)}
          weight={isPlain ? "plain" : "main"}
          onClick={() => {
            actions.scrape(kept);
          }}
        >
          <span>
            I {isWet ? "poured off all but" : "scraped it back to"} <Together>{share}</Together>
          </span>
        </Button>
        <Button onClick={actions.setAside}>Begin again</Button>
      </div>
    </div>
  );
}

/** Correcting would take more paint than a new pile: one press sets this one aside. */
function BeginAgain({
  advice: {
    costs: { startAgain },
    why,
  },
  isPlain,
}: {
  advice: Advised;
  isPlain: boolean;
}) {
  const { actions } = useDeeds();
  const settings = useSettings();
  return (
    <div className="my-1 border-l-4 border-ink pl-3">
      <p>
        A new pile takes {exactWords(startAgain.volume, settings)} of paint in {startAgain.steps}{" "}
        {startAgain.steps === 1 ? "dose" : "doses"}; correcting this one{" "}
        {why === "twice-as-large" ? "more than doubles it" : "takes more"}.
      </p>
      <Button
        {...(isPlain ? {} : NEXT)}
        weight={isPlain ? "plain" : "main"}
        className="mt-1"
        onClick={actions.setAside}
      >
        Begin again
      </Button>
    </div>
  );
}

/** Whatever is added to this pile leads further off, or costs more paint than it gains. */
export function NoNearer({ advice, children }: { advice: Advised; children: readonly ReactNode[] }) {
  const { isSample } = useStory();
  const { actions, keep } = useDeeds();
  return (
    <section aria-labelledby="next" className="mt-4">
      <h2 id="next" className="font-bold">
        No addition helps
      </h2>
      <p>
        It is off by <Together>{deltaEText(advice.deltaE2000)}</Together>, and no dose of these tubes is worth
        its paint. Perhaps a tube is missing on the board; or the doses are too coarse, and a larger pile
        takes finer ones.
      </p>
      {isSample ? null : (
        <div className="mt-1 flex flex-wrap items-center gap-3">
          <Button {...NEXT} weight="main" onClick={keep}>
            Keep it as it is
          </Button>
          <Button onClick={actions.setAside}>Begin again</Button>
        </div>
      )}
      {children.length > 0 ? (
        <Fold label="what could be added, and what it does">
          <ul className="border-t">{children}</ul>
        </Fold>
      ) : null}
    </section>
  );
}

/** What correcting costs against beginning again and against scraping most of it away, each to be done at once. */
export function OtherWays({ advice: { advice, costs } }: { advice: Advised }) {
  const { actions, keep } = useDeeds();
  const settings = useSettings();
  const volumeText = (parts: number): string => exactWords(parts, settings);
  const { correct, startAgain, scrapeBack } = costs;
  const kept = saidShare(scrapeBack.keptShare);
  const canScrape =
    advice !== "scrape-back" && Number.isFinite(correct.volume) && kept >= LEAST_KEPT && kept < MOST_KEPT;
  return (
    <div className="mt-2">
      <p className="text-sm text-muted">
        {Number.isFinite(correct.volume)
          ? `Correcting takes ${correct.volume > 0 ? `${volumeText(correct.volume)} of paint` : "no paint"} in all; `
          : ""}
        beginning again {volumeText(startAgain.volume)} in {startAgain.steps} doses
        {canScrape ? `; scraping most of it away first, ${volumeText(kept * correct.volume)}` : ""}.
      </p>
      <div className="flex flex-wrap gap-x-4">
        {canScrape ? (
          <Button
            weight="quiet"
            onClick={() => {
              actions.scrape(kept);
            }}
          >
            scraped back to {percentText(kept)}
          </Button>
        ) : null}
        <Button weight="quiet" onClick={keep}>
          leave it as it is and keep it
        </Button>
      </div>
    </div>
  );
}

/** Scraping less than this away is not worth the knife. */
const MOST_KEPT = 0.85;
/** Less than this is a stain under a new pile. */
const LEAST_KEPT = 0.05;
