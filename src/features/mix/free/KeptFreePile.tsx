"use client";

import Link from "next/link";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { partsToTake } from "../../../domain/pile/ingredients";
import type { Pile } from "../../../domain/pile/pile";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button, buttonClass } from "../../../ui/Button";
import { exactWords, tubeName } from "../../../words/doses";
import { useDeeds, usePaint } from "../bench/contexts";
import { PileCare } from "../pile/PileCare";
import { UndoButtons } from "../pile/UndoButtons";

/** A pile that is ready for others: its ratio, what is left, and what can be done with it. */
export function KeptFreePile({ pile }: { pile: Pile }) {
  const { tubeById } = usePaint();
  const { actions } = useDeeds();
  const settings = useSettings();
  const contents = contentsOf(pile);
  const whole = volumeOf(contents);
  const left = partsToTake(pile);
  return (
    <section aria-labelledby="kept-pile">
      <h2 id="kept-pile" className="font-bold">
        Kept for other piles
      </h2>
      <p>
        In it:{" "}
        {contents
          .map(
            ({ tubeId, parts }) =>
              `${((100 * parts) / whole).toFixed(1)} % ${tubeName(tubeById.get(tubeId))}`,
          )
          .join(", ")}
        .
      </p>
      <p>
        {left > 0
          ? `${exactWords(left, settings)} of it are left. It goes into recipes and additions as a tube would.`
          : "None of it is left."}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        {left > 0 ? (
          <Button
            onClick={() => {
              actions.goOn(pile);
            }}
          >
            Mix it on
          </Button>
        ) : null}
        <Link href={`/mix?pile=new&again=${pile.id}`} className={buttonClass("plain")}>
          Mix it again
        </Link>
        <UndoButtons />
      </div>
      <PileCare pile={pile} />
    </section>
  );
}
