/** What the bench makes of stored tubes: washes, leftovers, drying, densities, amounts in units, timers. */
import { describe, expect, it } from "vitest";
import { labOfMix, pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { labD65 } from "../../core/color/types";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { tubeFromModel } from "../tube/newTube";
import type { WetAndDry } from "../mixture/drying";
import { DEFAULT_SETTINGS } from "../settings/settings";
import type { Note } from "../note/note";
import type { Pile } from "./pile";
import type { Tube } from "../tube/tube";
import { storedFromLab } from "../reading/storedColor";
import { densityOf } from "../tube/density";
import { dryingOf, kindOfMixture } from "../mixture/drying";
import { totalsOf } from "./contents";
import { expandLeftovers, leftoverAsTube } from "./leftovers";
import { leftoverId, pileOfLeftover } from "./puddle";
import { filmOf, labOfAdditions } from "../mixture/color";
import { WATER } from "../tube/water";
import { leftWords } from "../../words/timers";
import { besideAmount, exactWords } from "../../words/doses";

const tube = (id: string, changes: Partial<Tube> = {}): Tube => ({
  ...tubeFromModel(pigment(id)),
  id,
  position: 0,
  addedAt: 1,
  ...changes,
});
const TUBES = new Map(
  [
    WATER,
    tube("titanium-white", { medium: "acrylic", grade: "student" }),
    tube("prussian-blue", { medium: "oil", grade: "artist" }),
    tube("raw-umber", { medium: "acrylic", grade: "student" }),
  ].map((one) => [one.id, one]),
);
const pile = (
  additions: readonly (readonly [string, number, number])[],
  changes: Partial<Pile> = {},
): Pile => ({
  id: "old",
  noteId: "note",
  additions: additions.map(([tubeId, parts, addedAt]) => ({ tubeId, parts, addedAt, turn: addedAt })),
  state: "kept",
  createdAt: 1,
  ...changes,
});

describe("water", () => {
  it("thins the film that the paint dries to, and gives no colour of its own", () => {
    expect(filmOf([{ tubeId: "raw-umber", parts: 1 }], new Map())).toBeUndefined();
    const contents = [
      { tubeId: "prussian-blue", parts: 1 },
      { tubeId: WATER.id, parts: 9 },
    ];
    expect(filmOf(contents, new Map())?.thickness).toBeCloseTo(UNDILUTED_THICKNESS / 10, 12);
    const film = { thickness: UNDILUTED_THICKNESS / 10, ground: PAPER };
    const expected = labOfMix({ "prussian-blue": 1 }, film);
    const wash = labOfAdditions(contents, TUBES);
    expect(wash && deltaE2000(wash, expected)).toBeLessThan(1e-9);
    const thinner = labOfAdditions([...contents, { tubeId: WATER.id, parts: 30 }], TUBES);
    expect(thinner?.[0]).toBeGreaterThan(wash?.[0] ?? 100);
    expect(labOfAdditions([{ tubeId: WATER.id, parts: 3 }], TUBES)).toBeUndefined();
    expect(labOfAdditions([...contents, { tubeId: "gone", parts: 1 }], TUBES)).toBeUndefined();
  });
});

describe("what is left of a pile", () => {
  const old = pile(
    [
      ["titanium-white", 6, 1],
      ["raw-umber", 2, 2],
    ],
    { scrapes: [{ turn: 3, at: 3, keptShare: 0.5 }] },
  );

  it("mixes as a tube that looks like the pile", () => {
    const note = { number: 3, name: "Rust" } as Note;
    const rest = leftoverAsTube(old, note, TUBES);
    if (!rest) throw new Error("nothing is left");
    expect(rest.label).toBe("rest of 3 Rust");
    expect(pileOfLeftover(rest.id)).toBe("old");
    expect(pileOfLeftover("raw-umber")).toBeUndefined();
    const all = new Map([...TUBES, [rest.id, rest]]);
    const [asTube, asPaint] = [
      labOfAdditions([{ tubeId: rest.id, parts: 2 }], all),
      labOfMix({ "titanium-white": 3, "raw-umber": 1 }),
    ];
    expect(asTube && deltaE2000(asTube, asPaint)).toBeLessThan(1e-6);
    expect(leftoverAsTube(pile([["gone", 1, 1]]), note, TUBES)).toBeUndefined();
    expect(leftoverAsTube(pile([]), note, TUBES)).toBeUndefined();
  });

  it("of a wash is paint and water at once, and looks as the pile does", () => {
    const wash = pile([
      ["prussian-blue", 0.5, 1],
      [WATER.id, 9.5, 1],
    ]);
    const rest = leftoverAsTube(wash, undefined, TUBES);
    if (!rest) throw new Error("nothing is left");
    expect(pileOfLeftover(rest.id)).toBe(wash.id);
    const all = new Map([...TUBES, [rest.id, rest], [WATER.id, WATER]]);
    const lie = (amounts: Parameters<typeof labOfAdditions>[0]) => labOfAdditions(amounts, all);
    const [asRest, asPaint] = [lie([{ tubeId: rest.id, parts: 2 }]), lie(totalsOf(wash.additions))];
    expect(asRest && asPaint && deltaE2000(asRest, asPaint)).toBeLessThan(1e-6);
    // With another paint in it, the one is as good as the other.
    const [mixed, written] = [
      lie([
        { tubeId: rest.id, parts: 4 },
        { tubeId: "raw-umber", parts: 0.2 },
        { tubeId: WATER.id, parts: 1 },
      ]),
      lie([
        ...expandLeftovers([{ tubeId: rest.id, parts: 4 }], [wash]),
        { tubeId: "raw-umber", parts: 0.2 },
        { tubeId: WATER.id, parts: 1 },
      ]),
    ];
    expect(mixed && written && deltaE2000(mixed, written)).toBeLessThan(1e-6);
  });

  it("is written as the tubes that it was mixed from, with where it came from", () => {
    const written = expandLeftovers(
      [
        { tubeId: leftoverId("old"), parts: 2 },
        { tubeId: "prussian-blue", parts: 0.5 },
      ],
      [old],
    );
    expect(written).toEqual([
      { tubeId: "titanium-white", parts: 1.5, fromPileId: "old" },
      { tubeId: "raw-umber", parts: 0.5, fromPileId: "old" },
      { tubeId: "prussian-blue", parts: 0.5 },
    ]);
  });
});

describe("drying", () => {
  const pair = (tubeId: string): WetAndDry => ({
    contents: [{ tubeId, parts: 4 }],
    wet: storedFromLab(labD65(55, 2, 6), "measured", 0.3),
    dry: storedFromLab(labD65(50, 2, 6), "measured", 0.3),
  });

  it("goes by the paint of which most lies there, water aside", () => {
    const kind = kindOfMixture(
      [
        { tubeId: "prussian-blue", parts: 2 },
        { tubeId: "raw-umber", parts: 1.5 },
        { tubeId: "titanium-white", parts: 1 },
        { tubeId: WATER.id, parts: 20 },
      ],
      TUBES,
    );
    expect(kind).toEqual({ medium: "acrylic", grade: "student" });
    expect(kindOfMixture([{ tubeId: WATER.id, parts: 1 }], TUBES)).toBeUndefined();
  });

  it("learns from pairs of its own kind only, and is undone by aiming wet", () => {
    const kind = { medium: "acrylic", grade: "student" } as const;
    const [own, other] = [pair("raw-umber"), pair("prussian-blue")];
    const wet = labD65(55, 2, 6);
    const usual = dryingOf(kind, [], TUBES);
    expect(usual.toDry(wet)[0]).toBeCloseTo(53, 6);
    expect(dryingOf(kind, [other], TUBES).model.pairCount).toBe(0);
    const learned = dryingOf(kind, [own, own, own, own], TUBES);
    expect(learned.toDry(wet)[0]).toBeLessThan(51);
    expect(deltaE2000(learned.toDry(learned.toWet(wet)), wet)).toBeLessThan(1e-6);
  });
});

describe("amounts in the painter's unit", () => {
  const settings = (amountUnit: (typeof DEFAULT_SETTINGS)["amountUnit"]) => ({
    ...DEFAULT_SETTINGS,
    amountUnit,
    partMl: 2,
  });
  const white = tube("titanium-white");

  it("are weighed by the tube's own density, or the usual one of its pigment", () => {
    expect(densityOf(tube("prussian-blue"))).toBeLessThan(densityOf(white));
    expect(densityOf(tube("titanium-white", { gramsPerMl: 2.31 }))).toBe(2.31);
    expect(exactWords(1.5, settings("grams"), { tube: white })).toBe(`${1.5 * 2 * densityOf(white)} g`);
  });

  it("keep their ratio in every unit, and fall back on one that says something", () => {
    for (const unit of ["parts", "millilitres", "drops", "grams", "percent"] as const) {
      const figure = (parts: number) =>
        Number.parseFloat(exactWords(parts, settings(unit), { tube: white, wholeParts: 8 }));
      expect(figure(3.2) / figure(0.8)).toBeCloseTo(4, 1);
    }
    expect(exactWords(2, settings("percent"), { wholeParts: 8 })).toBe("25 %");
    expect(exactWords(2, settings("percent"))).toBe("2 parts");
    expect([2.25, 0.5, 1, 0.203, 0].map((parts) => exactWords(parts, settings("parts")))).toEqual([
      "2¼ parts",
      "½ part",
      "1 part",
      "0.203 parts",
      "0 parts",
    ]);
    expect(besideAmount("2¼ parts", "2¼ parts", 0.25)).toBe("25.0 %");
    expect(besideAmount("about 3 touches", "0.203 parts", 0.25)).toBe("0.203 parts, 25.0 %");
    expect(exactWords(2, settings("grams"))).toBe("4 ml");
  });
});

describe("what is left of a timer", () => {
  it("is said as far as it can be seen, and never runs below nothing", () => {
    const minute = 60_000;
    expect(leftWords(4 * minute + 6_500)).toBe("4:07");
    expect(leftWords(65 * minute)).toBe("1 h 05 min");
    expect(leftWords(51 * 60 * minute)).toBe("2 d 3 h");
    expect(leftWords(-5)).toBe("0:00");
  });
});
