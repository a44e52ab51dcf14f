"use client";

import { findPaints, outsidePaint } from "./findPaints";
import { type Paint, PAINTS } from "../../domain/tube/paints";
import { ladderOfPaint } from "../../domain/tube/smear";
import { type SmearItem, SmearPicker } from "./SmearPicker";

const ITEMS: ReadonlyMap<string, SmearItem> = new Map(
  PAINTS.map((paint: Paint) => [
    paint.id,
    {
      id: paint.id,
      label: paint.label,
      codes: paint.codes.join(" "),
      family: paint.family,
      word: paint.word,
      // Worked out when it is first drawn, not when the page is loaded.
      get ladder() {
        return ladderOfPaint(paint);
      },
    },
  ]),
);
const ALL = [...ITEMS.values()];

/** Which paints, in the order in which they were chosen. */
export function PaintPicker({
  legend = "Tubes on the board",
  chosenIds,
  onChange,
}: {
  legend?: string;
  chosenIds: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  return (
    <SmearPicker
      legend={legend}
      searchLabel="Find by name, code or family"
      listLabel="Generic paints"
      nothing={(text) =>
        outsidePaint(text)?.word ??
        `No paint is called “${text.trim()}” here. Try its pigment code, such as PB29, or another name.`
      }
      items={ALL}
      find={(text) => findPaints(text).flatMap(({ id }) => ITEMS.get(id) ?? [])}
      chosenIds={chosenIds}
      onChange={onChange}
    />
  );
}
