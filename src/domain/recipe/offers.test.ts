import { expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labOfAdditions } from "../mixture/color";
import { volumeOf } from "../pile/contents";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { tubeFromModel } from "../tube/newTube";
import { scaledTo } from "./offers";

const TUBES = new Map(
  ["titanium-white", "raw-umber"].map((id) => [
    id,
    { ...tubeFromModel(pigment(id)), id, position: 0, addedAt: 1 },
  ]),
);
const KEPT = [
  { tubeId: "titanium-white", parts: 6 },
  { tubeId: "raw-umber", parts: 2 },
];

it("a pile from the record stays as it was laid, where that is as much as is wanted", () => {
  for (const wanted of [undefined, 7, 7.5, 8])
    expect(scaledTo(KEPT, wanted, DEFAULT_SETTINGS, TUBES)).toBe(KEPT);
});

it("it is laid anew in the same colour where it is too little, or far too much", () => {
  for (const wanted of [8.5, 9, 24, 6, 2]) {
    const scaled = scaledTo(KEPT, wanted, DEFAULT_SETTINGS, TUBES);
    expect(volumeOf(scaled)).toBeGreaterThanOrEqual(wanted * (1 - 1e-6));
    expect(volumeOf(scaled)).toBeLessThan(1.2 * wanted);
    const [before, after] = [KEPT, scaled].map((amounts) => labOfAdditions(amounts, TUBES));
    if (!before || !after) throw new Error("no colour");
    expect(deltaE2000(before, after)).toBeLessThan(1);
  }
});
