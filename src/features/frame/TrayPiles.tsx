"use client";

/** Piles without a note on the board of this painting, after its notes, and the way to a new one. */
import { clsx } from "clsx";
import { useStored } from "../../kit/store/useStored";
import { Plus } from "lucide-react";
import Link from "next/link";
import { labOfAdditions } from "../../domain/mixture/color";
import { believedTubes } from "../../domain/pile/belief";
import { contentsOf } from "../../domain/pile/contents";
import type { Pile } from "../../domain/pile/pile";
import type { Tube } from "../../domain/tube/tube";
import { useTubesOf } from "../../kit/paint/useTubesOf";
import { useBeliefs } from "../../kit/paint/useBeliefs";
import { shownOf } from "../../kit/query/useTask";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { readFreePiles } from "../../kit/store/calls";
import { HANDS_ON } from "../../ui/keepFocus";
import { RowGuard } from "../../ui/RowGuard";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";

const NONE: readonly never[] = [];
const CELL = "block -outline-offset-4 slim:flex slim:min-h-11 slim:items-center slim:px-1";

export function TrayPiles({ current }: { current: string | null }) {
  const paintingId = useStudio((studio) => studio.painting?.id);
  const tubesOf = useTubesOf();
  const piles = useStored(readFreePiles, paintingId ? [paintingId] : undefined) ?? NONE;
  const beliefs = shownOf(useBeliefs(piles, NONE, tubesOf).task);
  return (
    <>
      {piles.map((pile) => (
        <RowGuard key={pile.id} name={pile.name ?? "A pile"} resetKey={pile} as="li">
          <TrayPile
            pile={pile}
            tubeById={believedTubes(tubesOf(pile), beliefs?.get(pile.id))}
            isCurrent={pile.id === current}
          />
        </RowGuard>
      ))}
      <li className="w-24 wide:w-[7rem] slim:w-auto!">
        <Link
          href="/mix?pile=new"
          {...HANDS_ON}
          aria-current={current === "new" ? "true" : undefined}
          className={CELL}
        >
          <span className="mt-3 flex h-10 items-center justify-center border-2 border-dashed border-edge wide:h-13 slim:mt-0! slim:h-6! slim:w-9!">
            <Plus aria-hidden="true" />
          </span>
          <span className={clsx("block px-1 py-1 text-sm leading-tight", current === "new" && "font-bold")}>
            new pile
          </span>
        </Link>
      </li>
    </>
  );
}

function TrayPile({
  pile,
  tubeById,
  isCurrent,
}: {
  pile: Pile;
  tubeById: ReadonlyMap<string, Tube>;
  isCurrent: boolean;
}) {
  const settings = useSettings();
  const lab = pile.isStreaky ? undefined : labOfAdditions(contentsOf(pile), tubeById);
  const name = pile.name ?? "pile";
  const words = `Pile ${name}: ${lab ? describeLab(lab, settings).sentence : "no single colour"}, ${
    pile.state === "kept" ? "kept" : "on the board"
  }`;
  const height = clsx("slim:mt-0! slim:h-6! slim:w-9!", isCurrent ? "h-13 wide:h-16" : "mt-3 h-10 wide:h-13");
  return (
    <li className="w-24 wide:w-[7rem] slim:w-auto!">
      <Link
        href={`/mix?pile=${pile.id}`}
        {...HANDS_ON}
        aria-label={words}
        aria-current={isCurrent ? "true" : undefined}
        className={CELL}
      >
        {lab ? (
          <Patch lab={lab} className={clsx("rounded-full", height)} />
        ) : (
          <span className={clsx("block rounded-full border-2 border-dashed border-edge", height)} />
        )}
        <span
          className={clsx("m-1 line-clamp-2 text-sm leading-tight break-words", isCurrent && "font-bold")}
        >
          {name}
        </span>
      </Link>
    </li>
  );
}
