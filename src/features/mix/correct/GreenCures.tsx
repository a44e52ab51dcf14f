"use client";

import { useQuery } from "../../../kit/query/useQuery";
import { shownOf } from "../../../kit/query/useTask";
import { solver } from "../../../workers/clients";
import { usePaint } from "../bench/contexts";
import { kindOf } from "./changes";
import type { AskedPile } from "./useAskedPile";
import { WayRow } from "./WayRow";

/** A vivid green has two cures of one tube each: warmer, or duller without warming. */
export function GreenCures({ of }: { of: AskedPile }) {
  const { asked, ways, now, volume, tubeAt } = of;
  const { tubeById } = usePaint();
  const cures = shownOf(
    useQuery(solver, { mixture: asked.request, ways }, (remote, request) =>
      remote.greenCures(request.mixture, request.ways),
    ),
  );
  if (!cures) return null;
  const rows = [
    { title: "Warmer, and still bright", way: cures.warmer },
    { title: "Duller, without warming", way: cures.duller },
  ];
  return (
    <section aria-labelledby="green-cures" className="mt-3">
      <h3 id="green-cures" className="font-semibold">
        Two cures for a ready-made green
      </h3>
      <ul className="mt-1">
        {rows.map(({ title, way }) => {
          const parts = way.parts.map(({ tube, volume: dose }) => ({ tubeId: tubeAt(tube).id, parts: dose }));
          return (
            <WayRow
              key={title}
              title={title}
              way={way}
              parts={parts}
              kind={kindOf(now, parts, tubeById)}
              volume={volume}
            />
          );
        })}
      </ul>
    </section>
  );
}
