import { describe, expect, it } from "vitest";
import { cellsOf, chartOf, madeOf, tubeById } from "../../../tests/support/chartTrials";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { labOfAdditions } from "../mixture/color";
import { withScraps } from "../pile/evidence";
import { storedFromLab } from "../reading/storedColor";
import { chartEvidence, readCells } from "./chartEvidence";

const asItIs = (wet: LabD65): LabD65 => wet;

describe("painted cells", () => {
  const pair = ["arylide-yellow", "ultramarine-blue"];
  const { sheets, request, tubes } = madeOf(chartOf("ratios", pair));
  const [first, second] = cellsOf(sheets);
  if (!first || !second) throw new Error("no cells");
  const color = storedFromLab(first.lab, "measured", 0.4);
  const chart = chartOf("ratios", pair, {
    readings: [
      { cell: first.key, color },
      { cell: second.key, color, isStruckOut: true },
      { cell: "a tube that is gone 1.000", color },
    ],
  });

  it("are found by their doses, whatever was drawn since", () => {
    const wider = madeOf(chartOf("ratios", [...pair, "raw-umber"], { steps: 7 }));
    expect(readCells(chart, cellsOf(wider.sheets)).map(({ cell }) => cell.key)).toEqual([
      first.key,
      second.key,
    ]);
  });

  it("speak of their tubes, but for those that went wrong", () => {
    const said = chartEvidence(chart, request, tubes, asItIs);
    expect(said).toHaveLength(1);
    expect(said[0]?.tubeIds).toEqual(first.doses.map(({ tube }) => tubes[tube]?.id));
    expect(said[0]?.evidence.film).toBeUndefined();
    const wash = madeOf(chartOf("washes", ["raw-umber"]));
    const thin = cellsOf(wash.sheets)[2];
    if (!thin) throw new Error("no wash");
    const [film] = chartEvidence(
      chartOf("washes", ["raw-umber"], { readings: [{ cell: thin.key, color }] }),
      wash.request,
      wash.tubes,
      asItIs,
    );
    expect(film?.evidence.film?.thickness).toBeCloseTo(UNDILUTED_THICKNESS / 4, 9);
    // A wet cell counts as what it dries to, and as less sure; all of one photo share its light.
    const wet = chartOf("ratios", pair, {
      readings: [
        { cell: first.key, color, film: "wet", photoId: "a" },
        { cell: second.key, color, photoId: "a" },
      ],
    });
    const dried = chartEvidence(wet, request, tubes, ([l, a, b]) => labD65(l - 5, a, b));
    expect(dried.map(({ evidence }) => evidence.lab[0])).toEqual([first.lab[0] - 5, first.lab[0]]);
    expect(dried[0]?.evidence.uncertaintyDeltaE2000).toBeGreaterThan(1);
    const record = withScraps(
      { tubes: [], piles: [], leftOut: { unknownTube: 0, older: 0 } },
      dried,
      tubeById,
    );
    expect(record.piles.map(({ evidence }) => evidence.photo)).toEqual([0, 0]);
    expect(film?.evidence.parts).toEqual([{ tube: 0, volume: 1 }]);
  });

  it("of a pile in a chart are those of its tubes, in colour and in what they teach", () => {
    const green = {
      id: "mix:green",
      name: "Hedge green",
      amounts: [
        { tubeId: "arylide-yellow", parts: 3 },
        { tubeId: "ultramarine-blue", parts: 1 },
      ],
    };
    const made = madeOf(
      chartOf("crossings", ["mix:green", "raw-umber", "ultramarine-blue"], { mixtures: [green] }),
    );
    expect(made.tubes.map(({ label }) => label)).toContain("Hedge green");
    const cells = cellsOf(made.sheets);
    const mixed = cells.filter(({ key }) => key.includes("mix:green"));
    expect(mixed.length).toBeGreaterThan(2);
    for (const cell of mixed) {
      const painted = chartOf("crossings", ["mix:green", "raw-umber", "ultramarine-blue"], {
        mixtures: [green],
        readings: [{ cell: cell.key, color }],
      });
      const [said] = chartEvidence(painted, made.request, made.tubes, asItIs);
      expect(said?.tubeIds).not.toContain("mix:green");
      expect(new Set(said?.tubeIds).size).toBe(said?.tubeIds.length);
      const doses = said?.evidence.parts.map(({ tube, volume }) => ({
        tubeId: said.tubeIds[tube] ?? "",
        parts: volume,
      }));
      const apart = labOfAdditions(doses ?? [], tubeById);
      expect(apart && deltaE2000(apart, cell.lab)).toBeLessThan(1e-6);
      expect(doses?.reduce((sum, { parts }) => sum + parts, 0)).toBeCloseTo(
        cell.doses.reduce((sum, { parts }) => sum + parts, 0),
        9,
      );
    }
  });
});
