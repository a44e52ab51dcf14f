/** Amounts as a measure lays them: by hand, for another size of pile, and for the rest of a recipe. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labOfAdditions } from "../mixture/color";
import { volumeOf } from "../pile/contents";
import { AMOUNT_UNITS, DEFAULT_SETTINGS } from "../settings/settings";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { WATER } from "../tube/water";
import { amountsByHand, sampleShare, stepsByHand } from "./handAmounts";
import { laidAmounts, laidRest } from "./laidAmounts";
import { additionMeasure, dosingInParts, measureOf } from "./measure";

const TUBES = new Map<string, Tube>(
  ["titanium-white", "raw-umber", "prussian-blue"].map((id, position) => [
    id,
    { ...tubeFromModel(pigment(id)), id, position, addedAt: 1 },
  ]),
);
const AMOUNTS = [
  { tubeId: "titanium-white", parts: 6 },
  { tubeId: "raw-umber", parts: 1.5 },
  { tubeId: "prussian-blue", parts: 0.25 },
];
const tubesOf = (amounts: typeof AMOUNTS) => amounts.flatMap(({ tubeId }) => TUBES.get(tubeId) ?? []);

describe.each(AMOUNT_UNITS)("a hand that measures in %s", (amountUnit) => {
  const hand = { ...DEFAULT_SETTINGS, amountUnit };

  it("lays the same colour in a pile of another size", () => {
    for (const wanted of [3, 12.5, 40]) {
      const laid = laidAmounts(AMOUNTS, wanted, hand, TUBES);
      expect(volumeOf(laid) / wanted).toBeGreaterThan(1 - 1e-6);
      expect(volumeOf(laid) / wanted).toBeLessThan(1.15);
      const dosing = dosingInParts(measureOf(hand, tubesOf(AMOUNTS), wanted));
      laid.forEach(({ parts }, place) => {
        expect(dosing.round(parts, place)).toBeCloseTo(parts, 9);
      });
      const [before, after] = [AMOUNTS, laid].map((amounts) => labOfAdditions(amounts, TUBES));
      if (!before || !after) throw new Error("no colour");
      expect(deltaE2000(before, after)).toBeLessThan(wanted < 5 ? 3 : 1.2);
    }
  });

  it("fills up the rest of a recipe so that the colour still comes out", () => {
    const laid = [7.3, 0, 0];
    const growth = 7.3 / 6;
    const rest = AMOUNTS.map(({ parts }, i) => (i === 0 ? 0 : parts * growth));
    const added = laidRest(AMOUNTS, laid, rest, hand, TUBES);
    expect(added[0]).toBe(0);
    const whole = AMOUNTS.map(({ tubeId }, i) => ({ tubeId, parts: (laid[i] ?? 0) + (added[i] ?? 0) }));
    const [before, after] = [AMOUNTS, whole].map((amounts) => labOfAdditions(amounts, TUBES));
    if (!before || !after) throw new Error("no colour");
    expect(deltaE2000(before, after)).toBeLessThan(1.5);
  });

  it("grows a small pile on until the smallest dose of its strong tube is right", () => {
    const planned = laidAmounts(AMOUNTS, 1.3, hand, TUBES);
    for (const white of [1.2, 1.34, 1.5, 1.65, 1.8, 2.1]) {
      const laid = [white * (planned[0]?.parts ?? 0), 0, 0];
      const rest = planned.map(({ parts }, i) => (i === 0 ? 0 : parts * white));
      const added = laidRest(planned, laid, rest, hand, TUBES);
      const whole = planned.map(({ tubeId }, i) => ({ tubeId, parts: (laid[i] ?? 0) + (added[i] ?? 0) }));
      expect(volumeOf(whole)).toBeLessThan(1.9 * volumeOf(planned) * white);
      const [before, after] = [planned, whole].map((amounts) => labOfAdditions(amounts, TUBES));
      if (!before || !after) throw new Error("no colour");
      expect(deltaE2000(before, after), `${white} parts of white`).toBeLessThan(2.2);
    }
  });

  it("offers by hand what it can lay, and steps from one to the next", () => {
    const tube = TUBES.get("raw-umber");
    const dosing = dosingInParts({
      choice: additionMeasure(hand, tube ? [tube] : [], 8),
      partsPerUnit: 1,
    });
    const offered = amountsByHand(hand, tube, 8);
    expect(offered.length).toBeGreaterThan(4);
    for (const parts of offered) expect(dosing.round(parts, 0)).toBeCloseTo(parts, 9);
    const { less, more } = stepsByHand(offered[3] ?? 0, hand, tube, 8);
    expect(less).toBeLessThan(offered[3] ?? 0);
    expect(more).toBeGreaterThan(offered[3] ?? 0);
    expect(stepsByHand(dosing.smallest(0), hand, tube, 8).less).toBeUndefined();
  });

  it("samples a share of the pile in which each dose can be laid", () => {
    const { share, doses } = sampleShare([0.5, 2], tubesOf(AMOUNTS).slice(0, 2), hand, 16);
    expect([1 / 8, 1 / 4, 1 / 2]).toContain(share);
    expect(doses[1]).toBeCloseTo(2 * share, 1);
  });
});

describe("amounts that the hand cannot work out", () => {
  it("stay exact where a tube is not known, and what is not known how dense is measured by volume", () => {
    const unknown = [{ tubeId: "gone", parts: 2 }];
    expect(laidAmounts(unknown, 5, DEFAULT_SETTINGS, TUBES)).toEqual([{ tubeId: "gone", parts: 5 }]);
    expect(laidRest(unknown, [0], [1.234], DEFAULT_SETTINGS, TUBES)).toEqual([1.234]);
    expect(amountsByHand({ ...DEFAULT_SETTINGS, amountUnit: "grams" }, undefined, 4)[0]).toBeGreaterThan(0);
  });

  it("keep the water of a wash with its paint", () => {
    const wash = [
      { tubeId: "prussian-blue", parts: 1 },
      { tubeId: WATER.id, parts: 9 },
    ];
    const laid = laidAmounts(wash, 40, DEFAULT_SETTINGS, TUBES);
    expect(volumeOf(laid)).toBeGreaterThan(34);
    expect((laid[1]?.parts ?? 0) / (laid[0]?.parts ?? 1)).toBeCloseTo(9, -1);
  });
});
