import { describe, expect, it } from "vitest";
import { labOfMix, pigment, randomMixes, SIX_TUBES } from "../../../tests/support/paint";
import { sized } from "../../../tests/support/study";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { DEFAULT_SIZES } from "../amounts/amounts";
import { type DosingChoice, dosingOf } from "../amounts/dosing";
import { deltaE2000 } from "../color/ciede2000";
import { threeWayDifference } from "../describe/difference";
import { blendOptics } from "../mixing/mixture";
import { movedAlong } from "./correctors";
import { laidCorrectors } from "./laidCorrectors";

const KNIFE: DosingChoice = { unit: "parts", sizes: DEFAULT_SIZES };
const CHANGES = [
  { axis: "value", change: 5 },
  { axis: "value", change: -5 },
  { axis: "chroma", change: -6 },
  { axis: "hue", change: 5 },
] as const;

describe("one thing changed by a laid dose", () => {
  it("is a dose of the measure, and does what is said of it", () => {
    for (const [i, mix] of randomMixes(SIX_TUBES, 3, sized(6, 60), 11).entries()) {
      const whole = Object.values(mix).reduce((sum, volume) => sum + volume, 0);
      const size = [2, 5, 12][i % 3] ?? 5;
      const pile = Object.fromEntries(
        Object.entries(mix).map(([id, volume]) => [id, (volume * size) / whole]),
      );
      const way = CHANGES[i % CHANGES.length] ?? CHANGES[0];
      const { ways } = laidCorrectors(
        {
          ...way,
          pile: blendOptics(
            Object.entries(pile).map(([id, volume]) => ({ optics: pigment(id).optics, volume })),
          ),
          pileVolume: size,
          tubes: SIX_TUBES.map((id) => pigment(id).optics),
          maxTubes: 2,
          dosing: KNIFE,
        },
        VIEWING.D65,
        PAINT_SURFACE,
      );
      const before = labOfMix(pile);
      for (const { parts, predicted, change } of ways) {
        const after = { ...pile };
        for (const { tube, volume } of parts) {
          expect(dosingOf(KNIFE).round(volume, tube)).toBe(volume);
          const id = SIX_TUBES[tube] ?? "";
          after[id] = (after[id] ?? 0) + volume;
        }
        const truth = labOfMix(after);
        expect(deltaE2000(truth, predicted)).toBeLessThan(1e-6);
        expect(threeWayDifference(before, truth).deltaLightness).toBeCloseTo(change.deltaLightness, 6);
        const moved = movedAlong(way.axis, before, truth);
        expect(moved / way.change).toBeGreaterThanOrEqual(0.5 - 1e-9);
        expect(moved / way.change).toBeLessThanOrEqual(1.5 + 1e-9);
      }
    }
  });

  it("names the tubes of which even the smallest amount does too much", () => {
    const { ways, tooStrong } = laidCorrectors(
      {
        axis: "value",
        change: -1,
        pile: pigment("titanium-white").optics,
        pileVolume: 1,
        tubes: [pigment("prussian-blue").optics],
        maxTubes: 1,
        dosing: { unit: "parts", sizes: { touchParts: 1 / 4, speckParts: 1 / 8 } },
      },
      VIEWING.D65,
      PAINT_SURFACE,
    );
    expect(ways).toEqual([]);
    expect(tooStrong).toEqual([0]);
  });
});
