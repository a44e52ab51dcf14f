import { boxFileFaultWords } from "../words/files";
import { describe, expect, it } from "vitest";
import { pigment } from "../../tests/support/paint";
import { createRng } from "../core/random/rng";
import { tubeFromModel } from "../domain/tube/newTube";
import type { Tube } from "../domain/tube/tube";
import { readBoxFile, writeBoxFile } from "./boxFile";

const box: readonly Tube[] = ["titanium-white", "ultramarine-blue", "cadmium-red-light"].map(
  (id, position) => ({
    ...tubeFromModel(pigment(id)),
    id,
    position,
    addedAt: 1,
    price: 9.5 + position,
    stockMl: 20,
    batch: position === 1 ? "=B7" : "",
    remark: 'stiff, with a "crust"',
  }),
);

describe("a box as a file", () => {
  it("comes back with what its lines say", () => {
    const answer = readBoxFile(writeBoxFile(box));
    if (!answer.ok) throw new Error(answer.failure.fault.code);
    answer.value.forEach((tube, i) => {
      const { label, colourIndexNames, medium, price, stockMl, batch, remark, hazard, optics } = tube;
      expect({ label, colourIndexNames, medium, price, stockMl, batch, remark, hazard, optics }).toEqual({
        label: box[i]?.label,
        colourIndexNames: box[i]?.colourIndexNames,
        medium: box[i]?.medium,
        price: box[i]?.price,
        stockMl: 20,
        batch: box[i]?.batch,
        remark: box[i]?.remark,
        hazard: box[i]?.hazard,
        optics: box[i]?.optics,
      });
    });
  });

  it("is read from a list of one's own: other names of columns, codes and units as they are written", () => {
    const answer = readBoxFile(
      "Name;Pigment codes;Medium;Size;Cost;Notes\nDusk;PB 29/PW6;Watercolor;5 ml;€ 9,50;stiff\nMoss;PY-35 & PB15.3;Oils;40;12;\n",
    );
    if (!answer.ok) throw new Error(boxFileFaultWords(answer.failure.fault));
    expect(answer.value).toMatchObject([
      {
        label: "Dusk",
        colourIndexNames: ["PB29", "PW6"],
        medium: "watercolour",
        volumeMl: 5,
        price: 9.5,
        remark: "stiff",
      },
      {
        label: "Moss",
        colourIndexNames: ["PY35", "PB15:3"],
        medium: "oil",
        volumeMl: 40,
        price: 12,
        hazard: "cadmium",
      },
    ]);
  });

  it.each([
    ["", /no column “label”/, 1],
    ["label,pigments\n", /no tube/, 1],
    ["label,pigments\nSea,PB29\nMud,PX77", /No generic paint is made of PX77/, 3],
    ["label,pigments,price\nSea,PB29,dear", /no number/, 2],
    ["label,pigments,price\nSea,PB29,-3", /“-3” in price is no number of 0 or more/, 2],
    ["label,pigments,medium\nSea,PB29,soup", /no medium/, 2],
    ['label,pigments\n"Sea,PB29', /quote/i, 2],
  ])("is refused whole, with line and reason: %#", (text, reason, line) => {
    const answer = readBoxFile(text);
    if (answer.ok) throw new Error("it was read");
    expect(boxFileFaultWords(answer.failure.fault)).toMatch(reason);
    expect(answer.failure.line).toBe(line);
  });

  it("of 300 mutated files reads each or refuses it", () => {
    const rng = createRng(2);
    const text = writeBoxFile(box);
    for (let trial = 0; trial < 300; trial++) {
      const at = rng.below(text.length);
      const mutated =
        text.slice(0, at) +
        (['"', ",", "\n", "\u0000", "9e999"][rng.below(5)] ?? "") +
        text.slice(at + rng.below(4));
      const answer = readBoxFile(mutated);
      if (!answer.ok) expect(boxFileFaultWords(answer.failure.fault).length).toBeGreaterThan(5);
      else for (const tube of answer.value) expect(tube.price === undefined || tube.price > 0).toBe(true);
    }
  });
});
