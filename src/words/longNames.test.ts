import { expect, it } from "vitest";
import { PAINTS } from "../domain/tube/paints";
import { narrowName } from "./longNames";

it("no word of a paint's name is wider than a tube on the board, and nothing else is changed", () => {
  for (const { label } of PAINTS) {
    const name = narrowName(label);
    expect(name.replaceAll("\u00AD", "")).toBe(label.replace("Phthalocyanine", "Phthalo"));
    for (const piece of name.split(/[\s\u00AD]/)) expect(piece.length, name).toBeLessThanOrEqual(11);
  }
});
