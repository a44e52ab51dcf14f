"use client";

import { useQuery } from "../../../kit/query/useQuery";
import { shownOf } from "../../../kit/query/useTask";
import { Status } from "../../../ui/Status";
import { tubeName } from "../../../words/doses";
import { solver } from "../../../workers/clients";
import type { AskedPile } from "./useAskedPile";

/** Which tubes turn a yellow green when they darken it, at half a step and at a whole one. */
export function DarkYellow({ of, perStep }: { of: AskedPile; perStep: number }) {
  const { asked, ways, tubeAt } = of;
  const found = shownOf(
    useQuery(
      solver,
      { mixture: asked.request, ways, perStep },
      async (remote, { mixture, ways: way, perStep: step }) =>
        Promise.all(
          [step / 2, step].map((size) =>
            remote.waysToMove(mixture, { ...way, axis: "value", change: -size }),
          ),
        ),
    ),
  );
  const [half = [], whole = []] = (found ?? []).map(({ ways: all }) => [
    ...new Set(
      all
        .filter(({ parts, turnsTo }) => parts.length === 1 && turnsTo === "green")
        .map(({ parts }) => tubeName(tubeAt(parts[0]?.tube ?? 0))),
    ),
  ]);
  const later = whole.filter((name) => !half.includes(name));
  const words = [
    half.length > 0 ? `${half.join(" and ")} already at half a step` : "",
    later.length > 0 ? `${later.join(" and ")} at a whole step` : "",
  ].filter((text) => text !== "");
  if (words.length === 0) return null;
  return (
    <Status className="mt-1 border-l-4 border-ink pl-3">
      Mind the green: this yellow turns with {words.join(", ")}. An earth or its opposite keeps it yellow.
    </Status>
  );
}
