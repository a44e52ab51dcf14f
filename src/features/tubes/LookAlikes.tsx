"use client";

import { useMemo } from "react";
import { lookAlikes } from "../../core/tube/compareTubes";
import { WHITE_BENCH } from "../../data/testWhite";
import { Patch } from "../../ui/Patch";
import { ladderOfTube } from "../../domain/tube/smear";
import { opticsOfTube } from "../../domain/tube/optics";
import { useStudio } from "../../kit/studio/useStudio";

/** Steps of the smear's ladder: alone, and in four parts of white, where look-alikes part. */
const ALONE = 0;
const IN_FOUR = 3;

/** Tubes on the board that are easily mistaken for each other, with the tints that tell them apart. */
export function LookAlikes() {
  const board = useStudio((studio) => studio.board);
  const pairs = useMemo(() => {
    const known = board.flatMap((tube) => {
      const optics = opticsOfTube(tube);
      return optics ? [{ tube, optics }] : [];
    });
    return lookAlikes(
      known.map((entry) => entry.optics),
      WHITE_BENCH,
    ).flatMap((pair) => {
      const first = known[pair.first]?.tube;
      const second = known[pair.second]?.tube;
      return first && second ? [{ ...pair, first, second }] : [];
    });
  }, [board]);
  return pairs.map(({ first, second, masstoneDeltaE2000, tintDeltaE2000 }) => (
    <div key={`${first.id} ${second.id}`} role="status" className="my-2 border-l-4 border-ink pl-3">
      <p className="leading-snug">
        <span className="font-semibold">
          {first.label} and {second.label} look alike on the board
        </span>{" "}
        (ΔE {masstoneDeltaE2000.toFixed(1)}); in four parts of white they are ΔE {tintDeltaE2000.toFixed(1)}{" "}
        apart.
      </p>
      <div className="mt-1 flex gap-3" aria-hidden="true">
        {[ALONE, IN_FOUR].map((step) => (
          <span key={step} className="flex flex-1">
            {[first, second].map((tube) => {
              const lab = ladderOfTube(tube)[step];
              return lab ? <Patch key={tube.id} lab={lab} className="h-8 flex-1" /> : null;
            })}
          </span>
        ))}
      </div>
    </div>
  ));
}
