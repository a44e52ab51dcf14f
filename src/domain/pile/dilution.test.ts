import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { tubeFromModel } from "../tube/newTube";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { dilutionsOf } from "./dilution";

const TUBES = new Map(
  ["titanium-white", "prussian-blue"].map((id) => [
    id,
    { ...tubeFromModel(pigment(id)), id, position: 0, addedAt: 1 },
  ]),
);
const { sizes } = DEFAULT_SETTINGS;
const target = labOfMix({ "titanium-white": 1, "prussian-blue": 0.002 });
const ask = (blue: number, white = 1) =>
  dilutionsOf(
    [
      { tubeId: "titanium-white", parts: white },
      { tubeId: "prussian-blue", parts: blue },
    ],
    target,
    TUBES,
    sizes,
  );

describe("dilutions", () => {
  it("are not asked for as long as a hand can lay every amount down", () => {
    expect(ask(sizes.speckParts)).toEqual([]);
  });

  it("turn a trace into a dose, of about the same colour", () => {
    const [dilution] = ask(0.002);
    if (!dilution) throw new Error("no dilution");
    expect(dilution).toMatchObject({ tubeId: "prussian-blue", carrierId: "titanium-white" });
    expect(dilution.dose).toBeGreaterThanOrEqual(sizes.speckParts);
    const blue = dilution.dose / (1 + dilution.carrierParts);
    const mixed = labOfMix({ "titanium-white": 1, "prussian-blue": blue });
    expect(deltaE2000(mixed, target)).toBeLessThan(1);
  });

  it("are none for a tube that is not known", () => {
    const unknown = [
      { tubeId: "titanium-white", parts: 1 },
      { tubeId: "gone", parts: 0.001 },
    ];
    expect(dilutionsOf(unknown, target, TUBES, sizes)).toEqual([]);
  });
});
