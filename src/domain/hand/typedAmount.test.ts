import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { amountWords } from "../../core/amounts/amounts";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { densityOf } from "../tube/density";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { parseAmount } from "./typedAmount";

const tube: Tube = { ...tubeFromModel(pigment("titanium-white")), id: "white", position: 0, addedAt: 0 };
const settings = { ...DEFAULT_SETTINGS, partMl: 2, dropMl: 0.05 };
const { touchParts, speckParts } = settings.sizes;

describe("an amount typed by a painter", () => {
  it.each([
    ["2", 2],
    ["1½ parts", 1.5],
    ["0,25", 0.25],
    ["a part", 1],
    ["half a part", 0.5],
    ["a touch", touchParts],
    ["touch", touchParts],
    ["half a touch", touchParts / 2],
    ["3 touches", 3 * touchParts],
    ["1½ Touches", 1.5 * touchParts],
    ["about 3 specks", 3 * speckParts],
    ["4 ml", 2],
    ["4ml", 2],
    ["12 drops", 0.3],
    ["2.5 g", 2.5 / (2 * densityOf(tube))],
    ["2,5 grams", 2.5 / (2 * densityOf(tube))],
  ])("reads %s", (text, parts) => {
    const typed = parseAmount(text, settings, tube);
    expect(typed.ok && typed.value).toBeCloseTo(parts, 10);
  });

  it.each([
    ["", "empty"],
    ["a lot", "other-unit"],
    ["touchy", "not-a-number"],
    ["3 kg", "other-unit"],
    ["0 touches", "outside"],
    ["90000 ml", "outside"],
    ["-1 speck", "outside"],
  ])("refuses “%s” as %s", (text, code) => {
    expect(parseAmount(text, settings, tube)).toMatchObject({ ok: false, failure: { code } });
  });

  it("reads back every amount that a hand lays, as it is said", () => {
    for (let specks = 1; specks <= 640; specks++) {
      const parts = specks * speckParts;
      const words = amountWords(parts, settings.sizes);
      const typed = parseAmount(words, settings, tube);
      if (!words.startsWith("about")) expect(typed.ok && typed.value, words).toBeCloseTo(parts, 10);
    }
  });

  it("does not take grams without knowing of what", () => {
    expect(parseAmount("2 g", settings, undefined)).toMatchObject({ failure: { code: "other-unit" } });
  });
});
