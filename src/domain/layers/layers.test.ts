import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { layer, tubeById, TUBES } from "../../../tests/support/layerPlans";
import { deltaE2000 } from "../../core/color/ciede2000";
import { lchFromLab } from "../../core/color/cieLab";
import { type LabD65, labD65 } from "../../core/color/types";
import { USUAL_HABIT } from "../../core/layers/filmHabit";
import { createRng } from "../../core/random/rng";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { tubesOver } from "../ground/tubesOver";
import { CARDS, NAMED_GROUNDS, reflectanceOf, seenOfGround, WHITE_PAPER } from "../ground/seenGround";
import { WashMixer } from "../../core/mixing/washMixer";
import { PAINT_SURFACE } from "../../data/surface";
import { labOfAdditions } from "../mixture/color";
import { mixtureRequest } from "../mixture/mixtureRequest";
import { opticsOfTube } from "../tube/optics";
import type { Note } from "../note/note";
import { storedFromLab } from "../reading/storedColor";
import { WATER, waterOver } from "../tube/water";
import { filmsOf, habitsOf, shareFor, thicknessOf, WORD_SHARES, wordOfShare } from "./film";
import { MOST_PASSES, MOST_THINNER, type Scrap } from "./layering";
import { PASSAGE_WISHES, passageAim } from "./passageAims";
import { groundAfter, seenStack } from "./seenStack";
import { withScraps } from "../pile/evidence";
import { scrapEvidence } from "./scrapEvidence";
import { middleGrey } from "./tonedGround";
import { toneOrder } from "./toneOrder";
import { layerOfFilm, layersOfGlazes, towardsQuestion } from "./towards";

const NOWHERE = { labOf: () => undefined };
const usual = () => USUAL_HABIT;

const lastOf = (list: readonly LabD65[] | undefined): LabD65 => {
  const last = list?.at(-1);
  if (!last) throw new Error("nothing is seen");
  return last;
};

describe("one toned ground", () => {
  const grey = (lightness: number, share: number) => ({ base: labD65(lightness, 0, 0), share });

  it("has as much of the picture below it as above, whatever the number of areas", () => {
    expect(middleGrey([grey(90, 0.1), grey(20, 0.6), grey(55, 0.3)])).toEqual(labD65(20, 0, 0));
    expect(middleGrey([grey(90, 0.45), grey(20, 0.3), grey(55, 0.25)])).toEqual(labD65(55, 0, 0));
    expect(middleGrey([grey(30, 1), grey(40, 1), grey(80, 1)])).toEqual(labD65(40, 0, 0));
    expect(middleGrey([])).toBeUndefined();
    expect(middleGrey([grey(30, 0)])).toBeUndefined();
  });
});

describe("a film in words", () => {
  it("is thinner the more it is thinned, and its words lie where painters have them", () => {
    for (const [word, share] of Object.entries(WORD_SHARES)) expect(wordOfShare(share)).toBe(word);
    const shares = Array.from({ length: 100 }, (_, i) => (MOST_THINNER * i) / 99);
    const thick = shares.map((share) => thicknessOf(share, USUAL_HABIT));
    expect([...thick].sort((a, b) => b - a)).toEqual(thick);
    expect(thick[0]).toBe(UNDILUTED_THICKNESS);
  });

  it("comes back from a thickness to the share that gives it", () => {
    for (const share of [0.1, 0.5, 0.65, 0.9, 0.97])
      expect(shareFor(thicknessOf(share, USUAL_HABIT), USUAL_HABIT, MOST_THINNER)).toBeCloseTo(share, 6);
  });

  it("is laid in passes where one is not enough", () => {
    const amounts = [{ tubeId: "oil-blue", parts: 1 }];
    const twice = layerOfFilm("Blue", amounts, 1.6 * UNDILUTED_THICKNESS, USUAL_HABIT, "medium");
    expect(twice.passes).toBe(2);
    expect(twice.passes * thicknessOf(twice.thinnerShare, USUAL_HABIT)).toBeCloseTo(
      1.6 * UNDILUTED_THICKNESS,
      1,
    );
    expect(layerOfFilm("Blue", amounts, 1e6, USUAL_HABIT, "medium").passes).toBe(MOST_PASSES);
  });
});

describe("what layers look like", () => {
  it("agrees with the bench for washes over paper", () => {
    const rng = createRng(31);
    for (let i = 0; i < 100; i++) {
      const amounts = ["watercolour-blue", "watercolour-rose"].map((tubeId) => ({
        tubeId,
        parts: 0.1 + rng.next(),
      }));
      const paint = amounts.reduce((sum, { parts }) => sum + parts, 0);
      // One in ten is paint as it comes from the tube.
      const water = i % 10 === 0 ? 0 : paint * 30 * rng.next();
      const bench = labOfAdditions(
        water > 0 ? [...amounts, { tubeId: WATER.id, parts: water }] : amounts,
        tubeById,
      );
      const wash = layer("watercolour-blue", { amounts, thinnerShare: water / (paint + water) });
      const seen = lastOf(seenStack([wash], PAPER, usual, tubeById)?.after);
      expect(deltaE2000(bench ?? labD65(0, 0, 0), seen)).toBeLessThan(0.01);
    }
  });

  it("agrees with Palette, whose searches mix water in", () => {
    const rng = createRng(32);
    const pair = ["watercolour-blue", "watercolour-rose"].flatMap((id) => tubeById.get(id) ?? []);
    const optics = pair.flatMap((tube) => opticsOfTube(tube) ?? []);
    const mixer = new WashMixer(optics, VIEWING.D65, PAINT_SURFACE, {
      paper: PAPER,
      undilutedThickness: UNDILUTED_THICKNESS,
    });
    const out = new Float64Array(3);
    for (let i = 0; i < 100; i++) {
      const parts = [0.1 + rng.next(), 0.1 + rng.next(), 40 * rng.next()];
      mixer.writeLab(out, Uint8Array.from([0, 1, 2]), Float64Array.from(parts), 3);
      const whole = parts.reduce((sum, part) => sum + part, 0);
      const wash = layer("watercolour-blue", {
        amounts: pair.map(({ id }, at) => ({ tubeId: id, parts: parts[at] ?? 0 })),
        thinnerShare: (parts[2] ?? 0) / whole,
      });
      const seen = lastOf(seenStack([wash], PAPER, usual, tubeById)?.after);
      expect(deltaE2000(labD65(out[0] ?? 0, out[1] ?? 0, out[2] ?? 0), seen)).toBeLessThan(0.01);
    }
  });

  it("runs over what its note or pile is laid on; a wet ground is no paper", () => {
    const grey = NAMED_GROUNDS[2];
    if (!grey) throw new Error("no paper");
    const contents = [
      { tubeId: "watercolour-rose", parts: 1 },
      { tubeId: WATER.id, parts: 12 },
    ];
    const white = labOfAdditions(contents, tubeById);
    const over = labOfAdditions(contents, tubesOver(grey, tubeById, NOWHERE));
    expect(over?.[0]).toBeLessThan((white?.[0] ?? 0) - 15);
    for (const same of [undefined, { ...grey, isWet: true }, { ...grey, color: undefined, ofId: "gone" }])
      expect(tubesOver(same, tubeById, NOWHERE)).toBe(tubeById);
  });

  it("agrees with the bench over a ground of the painter's own", () => {
    const cream = NAMED_GROUNDS[1];
    const paper = cream && seenOfGround(cream, NOWHERE);
    if (!paper) throw new Error("no paper");
    const own = new Map([...tubeById, [WATER.id, waterOver(paper)]]);
    const contents = [
      { tubeId: "watercolour-rose", parts: 1 },
      { tubeId: WATER.id, parts: 12 },
    ];
    const wash = layer("watercolour-rose", { thinnerShare: 12 / 13 });
    const bench = labOfAdditions(contents, own);
    expect(bench).toBeDefined();
    expect(
      deltaE2000(bench ?? labD65(0, 0, 0), lastOf(seenStack([wash], paper, usual, own)?.after)),
    ).toBeLessThan(0.01);
    expect(
      deltaE2000(bench ?? labD65(0, 0, 0), labOfAdditions(contents, tubeById) ?? labD65(0, 0, 0)),
    ).toBeGreaterThan(2);
    expect(mixtureRequest(contents, [], own)?.request.paper).toEqual(Array.from(paper.values));
    expect(mixtureRequest(contents, [], tubeById)?.request.paper).toBeUndefined();
  });

  it("is the ground without layers, and gives the ground for the next", () => {
    expect(lastOf(seenStack([], PAPER, usual, tubeById)?.after)).toEqual(
      labFromReflectance(PAPER, VIEWING.D65),
    );
    const layers = [layer("oil-blue", { thinnerShare: 0.9 }), layer("oil-rose", { thinnerShare: 0.8 })];
    const after = groundAfter(layers, PAPER, usual, tubeById);
    expect(after && labFromReflectance(after, VIEWING.D65)).toEqual(
      lastOf(seenStack(layers, PAPER, usual, tubeById)?.after),
    );
  });

  it("is not told where the paint of a layer is not known", () => {
    expect(seenStack([layer("nobody")], PAPER, usual, tubeById)).toBeUndefined();
  });

  it("takes up wet paint from below, and nothing where it takes up nothing", () => {
    const ground = seenOfGround(CARDS.dark, NOWHERE) ?? PAPER;
    const at = (takenUpShare: number): number =>
      lastOf(seenStack([layer("oil-white", { takenUpShare })], ground, usual, tubeById)?.after)[0];
    expect(at(0.1)).toBeLessThan(at(0));
    expect(at(0.4)).toBeLessThan(at(0.1));
    // Of the layer below it is that layer's paint.
    const into = filmsOf(
      [layer("oil-rose"), layer("oil-white", { takenUpShare: 0.3 })],
      ground,
      usual,
      tubeById,
    )?.[1]?.optics;
    const [white, rose] = ["titanium-white", "quinacridone-rose"].map((id) => pigment(id).optics);
    expect(into?.absorption[10]).toBeCloseTo(
      0.7 * (white?.absorption[10] ?? 0) + 0.3 * (rose?.absorption[10] ?? 0),
      9,
    );
  });

  it("doubts a film more where its thickness moves it more", () => {
    const doubt = (thinnerShare: number): number =>
      seenStack([layer("oil-rose", { thinnerShare })], PAPER, usual, tubeById)?.filmDoubt ?? Number.NaN;
    expect(doubt(0.9)).toBeGreaterThan(3);
    expect(doubt(0.995)).toBeLessThan(doubt(0.9));
  });
});

describe("grounds", () => {
  it("look as they are called, and white paper is the paper of washes", () => {
    expect(seenOfGround(WHITE_PAPER, NOWHERE)).toBe(PAPER);
    for (const ground of [...NAMED_GROUNDS, ...Object.values(CARDS)]) {
      const seen = seenOfGround(ground, NOWHERE);
      expect(seen, ground.name).toBeDefined();
      if (seen && ground.color)
        expect(deltaE2000(labFromReflectance(seen, VIEWING.D65), labD65(...ground.color.lab))).toBeLessThan(
          0.01,
        );
    }
  });

  it("are not known when what they were of is gone, or when no surface has their colour", () => {
    expect(seenOfGround({ kind: "note", name: "Gone", ofId: "gone", isWet: false }, NOWHERE)).toBeUndefined();
    expect(reflectanceOf(labD65(50, 120, -120))).toBeUndefined();
  });
});

describe("scraps", () => {
  const scrap = (tubeId: string, thicker: number): Scrap => {
    const film = layer(tubeId, { thinner: "medium", thinnerShare: WORD_SHARES.thin });
    const truth = { ...film, thinnerShare: 1 - thicker * (1 - WORD_SHARES.thin) };
    return {
      id: "scrap",
      paintingId: "p",
      name: "Scrap",
      layers: [film],
      readings: [CARDS.light, CARDS.dark].map((ground) => {
        const seen = seenOfGround(ground, NOWHERE) ?? PAPER;
        const after = groundAfter([truth], seen, () => USUAL_HABIT, tubeById) ?? seen;
        return { ground, color: storedFromLab(labFromReflectance(after, VIEWING.D65), "measured", 0.4) };
      }),
      readAt: 1,
    };
  };

  it("teach the films of their paint, of others in the medium, and of no other medium", () => {
    const habitOf = habitsOf([scrap("oil-blue", 2)], tubeById, NOWHERE);
    const factor = (tubeId: string): number => habitOf([{ tubeId, parts: 1 }]).factors.thin;
    expect(factor("oil-blue")).toBeGreaterThan(1.4);
    expect(factor("oil-rose")).toBeGreaterThan(1.4);
    expect(factor("watercolour-blue")).toBe(1);
  });

  it("prefer the paint's own films to those of others", () => {
    const habitOf = habitsOf([scrap("oil-blue", 2), scrap("oil-rose", 0.5)], tubeById, NOWHERE);
    expect(habitOf([{ tubeId: "oil-rose", parts: 3 }]).factors.thin).toBeLessThan(1);
    expect(habitOf([{ tubeId: "oil-blue", parts: 1 }]).factors.thin).toBeGreaterThan(1);
  });

  it("teach nothing where the brush was dry or other films lie between", () => {
    const one = scrap("oil-blue", 2);
    const [film] = one.layers;
    if (!film) throw new Error("no film");
    for (const layers of [[{ ...film, coverShare: 0.5 }], [film, film]])
      expect(habitsOf([{ ...one, layers }], tubeById, NOWHERE)(film.amounts)).toBe(USUAL_HABIT);
  });
});

describe("what scraps say of tubes", () => {
  const film = (tubeId: string): Scrap => ({
    id: "scrap",
    paintingId: "p",
    name: "Scrap",
    layers: [layer(tubeId, { thinner: "medium", thinnerShare: 0.9 })],
    readings: [CARDS.light, CARDS.dark].map((ground) => ({
      ground,
      color: storedFromLab(labD65(50, 5, -20), "measured", 0.4),
    })),
    readAt: 7,
  });

  it("is one film for each reading, as doubtful as its thickness makes it", () => {
    const said = scrapEvidence(film("oil-blue"), tubeById, usual, NOWHERE);
    expect(said).toHaveLength(2);
    const [light, dark] = said.map(({ evidence }) => evidence);
    expect(light?.film?.thickness).toBeCloseTo(thicknessOf(0.9, USUAL_HABIT), 12);
    expect(light?.uncertaintyDeltaE2000 ?? 0).toBeGreaterThan(2);
    // Over black a thin blue film hardly moves, however thick it is.
    expect(dark?.uncertaintyDeltaE2000 ?? 99).toBeLessThan(light?.uncertaintyDeltaE2000 ?? 0);
  });

  it("is nothing of a wet film: neither of the tubes nor of how thick it is", () => {
    const one = film("oil-blue");
    const wet = { ...one, readings: one.readings.map((reading) => ({ ...reading, film: "wet" as const })) };
    expect(scrapEvidence(wet, tubeById, usual, NOWHERE)).toEqual([]);
    expect(habitsOf([wet], tubeById, NOWHERE)([{ tubeId: "oil-blue", parts: 1 }])).toBe(USUAL_HABIT);
  });

  it("stands beside the piles, each tube in one place", () => {
    const record = withScraps(
      { tubes: TUBES.slice(2, 3), piles: [], leftOut: { unknownTube: 0, older: 0 } },
      scrapEvidence(film("oil-blue"), tubeById, usual, NOWHERE),
      tubeById,
    );
    expect(record.tubes.map(({ id }) => id)).toEqual(["oil-white", "oil-blue"]);
    expect(record.piles.map(({ evidence }) => evidence.parts)).toEqual([
      [{ tube: 1, volume: 1 }],
      [{ tube: 1, volume: 1 }],
    ]);
  });

  it("is nothing where the brush was dry or the paint is not known", () => {
    const one = film("oil-blue");
    const dry = { ...one, layers: one.layers.map((each) => ({ ...each, coverShare: 0.5 })) };
    expect(scrapEvidence(dry, tubeById, usual, NOWHERE)).toEqual([]);
    expect(scrapEvidence(film("nobody"), tubeById, usual, NOWHERE)).toEqual([]);
  });
});

describe("towards a colour", () => {
  it("asks of tubes whose paint is known, and names their films", () => {
    const board = TUBES.filter(({ medium }) => medium === "oil");
    const asked = towardsQuestion(PAPER, labD65(40, 30, 0), board, 2, false);
    expect(asked?.request.whites).toEqual([2]);
    expect(asked?.request.base).toEqual(Array.from(PAPER.values));
    expect(towardsQuestion(PAPER, labD65(40, 30, 0), [WATER], 2, false)).toBeUndefined();
    const plan = { glazes: [{ paint: 1, thickness: 0.2 }], after: [], deltaE2000: 0, filmDoubt: 0 };
    expect(layersOfGlazes(plan, board, usual)).toMatchObject([
      { amounts: [{ tubeId: "oil-rose", parts: 1 }], thinner: "medium", thinnerShare: 0.9, passes: 1 },
    ]);
  });

  it("lays films that are as thick as was found, from a stain to two coats", () => {
    const amounts = [{ tubeId: "oil-rose", parts: 1 }];
    for (const thickness of [0.0105, 0.013, 0.06, 0.4, 1.7, 3.3]) {
      const laid = layerOfFilm("Rose", amounts, thickness, USUAL_HABIT, "medium");
      const whole = laid.passes * thicknessOf(laid.thinnerShare, USUAL_HABIT);
      expect(whole / thickness).toBeCloseTo(1, 2);
    }
  });

  it("moves a passage one way and leaves what is to stay", () => {
    const base = labD65(55, 12, 20);
    const [l, c] = lchFromLab(base);
    for (const wish of PASSAGE_WISHES) {
      const aim = passageAim(base, wish);
      if (["warmer", "cooler", "duller", "brighter"].includes(wish)) expect(aim[0]).toBeCloseTo(l, 9);
    }
    expect(passageAim(base, "lighter")[0]).toBeGreaterThan(l);
    expect(passageAim(base, "shadow")[0]).toBeLessThan(l);
    expect(passageAim(base, "warmer")[2]).toBeGreaterThan(base[2]);
    expect(passageAim(base, "cooler")[2]).toBeLessThan(base[2]);
    expect(lchFromLab(passageAim(base, "duller"))[1]).toBeLessThan(c);
    expect(lchFromLab(passageAim(base, "brighter"))[1]).toBeGreaterThan(c);
  });
});

describe("the order of tones", () => {
  const note = (number: number, lightness: number, state: Note["state"] = "open"): Note => ({
    id: `n${number}`,
    paintingId: "p",
    number,
    name: `Note ${number}`,
    target: storedFromLab(labD65(lightness, 0, 0), "typed", 1),
    state,
    createdAt: 0,
  });

  it("lays the two ends first, then what lies between, each note once before the last pass", () => {
    const notes = [note(1, 50), note(2, 90), note(3, 75), note(4, 20), note(5, 35), note(6, 60)];
    const steps = toneOrder(notes);
    expect(steps.map(({ kind }) => kind)).toEqual([
      "lightest",
      "darkest",
      "mid-darks",
      "lights",
      "mids",
      "final",
    ]);
    const before = steps.slice(0, -1).flatMap((step) => step.notes.map(({ number }) => number));
    expect(before).toEqual([2, 4, 5, 3, 6, 1]);
  });

  it("has no step without a tone", () => {
    expect(toneOrder([])).toEqual([]);
    expect(toneOrder([note(1, 50)]).map(({ kind }) => kind)).toEqual(["lightest"]);
    expect(toneOrder([note(1, 50), note(2, 30)]).map(({ kind }) => kind)).toEqual(["lightest", "darkest"]);
    const kept = toneOrder([note(1, 50, "checked"), note(2, 30), note(3, 80)]).at(-1);
    expect(kept?.notes.map(({ number }) => number)).toEqual([3, 2]);
  });
});
