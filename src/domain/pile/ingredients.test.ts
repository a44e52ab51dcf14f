import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { labD65 } from "../../core/color/types";
import { createRng } from "../../core/random/rng";
import { labOfAdditions } from "../mixture/color";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { recipeQuestion } from "../recipe/recipeRequest";
import { isBlackTube, isWhiteTube } from "../tube/kinds";
import { tubeFromModel } from "../tube/newTube";
import type { Tube, TubeMedium } from "../tube/tube";
import { deltaE2000, REFERENCE_FACTORS } from "../../core/color/ciede2000";
import { hindranceOf, type Hindrance, ingredientsFor, ingredientsOf, partsToTake } from "./ingredients";
import type { Pile } from "./pile";

const HOUR = 3_600_000;
const NOW = 1000 * HOUR;

function tubeOf(modelId: string, medium: TubeMedium): Tube {
  const fields = tubeFromModel(pigment(modelId));
  return { ...fields, id: `${modelId} ${medium}`, label: modelId, medium, position: 0, addedAt: 0 };
}

const MODELS = ["titanium-white", "ivory-black", "pyrrole-red", "yellow-ochre", "ultramarine-blue"] as const;
const MEDIA = ["oil", "acrylic", "watercolour"] as const;
const TUBES = new Map(
  MEDIA.flatMap((medium) => MODELS.map((id) => tubeOf(id, medium))).map((tube) => [tube.id, tube]),
);

let count = 0;
function pileOf(fields: Partial<Pile>, amounts: readonly (readonly [string, number])[]): Pile {
  return {
    id: `pile ${count++}`,
    paintingId: "here",
    name: "premix",
    additions: amounts.map(([tubeId, parts]) => ({ tubeId, parts, turn: 1, addedAt: NOW - HOUR / 6 })),
    state: "kept",
    leftParts: 2,
    createdAt: NOW - HOUR / 6,
    ...fields,
  };
}

const GREY = [
  ["titanium-white oil", 3],
  ["ivory-black oil", 1],
] as const;
const PLACE = { paintingId: "here", medium: "oil", lightener: "white", takesAll: false, now: NOW } as const;

describe("older piles as paint", () => {
  it.each<[string, Hindrance | undefined, Pile]>([
    ["a kept free pile", undefined, pileOf({}, GREY)],
    ["an open free pile", undefined, pileOf({ state: "open", leftParts: undefined }, GREY)],
    ["a pile that is being mixed for a note", "none-left", pileOf({ noteId: "n", state: "open" }, GREY)],
    [
      "the same under a cover",
      undefined,
      pileOf({ noteId: "n", state: "open", soft: { at: NOW, isCovered: true } }, GREY),
    ],
    ["one that is used up", "none-left", pileOf({ leftParts: 0 }, GREY)],
    ["one that was left streaky", "streaky", pileOf({ isStreaky: true }, GREY)],
    ["one of another painting", "other-painting", pileOf({ paintingId: "there" }, GREY)],
    ["acrylic beside oil", "other-medium", pileOf({}, [["yellow-ochre acrylic", 2]])],
    ["paint of a tube that is gone", "unknown-paint", pileOf({}, [["gone", 1]])],
    [
      "oil that lay open for nine hours",
      "dried-out",
      pileOf({ additions: [{ tubeId: "yellow-ochre oil", parts: 2, turn: 1, addedAt: NOW - 9 * HOUR }] }, []),
    ],
    [
      "the same under a cover since",
      undefined,
      pileOf(
        {
          additions: [{ tubeId: "yellow-ochre oil", parts: 2, turn: 1, addedAt: NOW - 9 * HOUR }],
          soft: { at: NOW - 8.9 * HOUR, isCovered: true },
        },
        [],
      ),
    ],
  ])("%s: %s", (_, expected, pile) => {
    expect(hindranceOf(pile, PLACE, TUBES)).toBe(expected);
  });

  it("are those of other paintings too when the painter asks, and wake with water in watercolour", () => {
    const there = pileOf({ paintingId: "there" }, GREY);
    expect(hindranceOf(there, { ...PLACE, takesAll: true }, TUBES)).toBeUndefined();
    const old = pileOf(
      { additions: [{ tubeId: "yellow-ochre watercolour", parts: 2, turn: 1, addedAt: 0 }] },
      [],
    );
    expect(hindranceOf(old, { ...PLACE, medium: "watercolour", lightener: "water" }, TUBES)).toBeUndefined();
  });

  it("are black with any black in them, and white only where all of them is", () => {
    const [grey] = ingredientsOf([pileOf({}, GREY)], PLACE, new Map(), TUBES, () => TUBES);
    const [white] = ingredientsOf(
      [pileOf({}, [["titanium-white oil", 2]])],
      PLACE,
      new Map(),
      TUBES,
      () => TUBES,
    );
    expect(grey && [isBlackTube(grey.tube), isWhiteTube(grey.tube)]).toEqual([true, false]);
    expect(white && [isBlackTube(white.tube), isWhiteTube(white.tube)]).toEqual([false, true]);
    const question = recipeQuestion(
      labD65(50, 2, 4),
      [...TUBES.values()].filter(({ medium }) => medium === "oil"),
      {
        required: [],
        forbidden: [],
        factors: REFERENCE_FACTORS,
        extra: [{ tube: grey?.tube ?? ([...TUBES.values()][0] as Tube), mostShare: 1 }],
      },
      { ...DEFAULT_SETTINGS, school: { ...DEFAULT_SETTINGS.school, allowsBlack: false } },
      "white",
    );
    const out = question?.request.query.forbidden?.map((place) => question.tubeIds[place]);
    expect(out).toEqual(["ivory-black oil", grey?.tube.id]);
  });

  it("of sixty, of several paintings and media, are offered where they may be, and a search takes a few", () => {
    const rng = createRng(17);
    const piles = Array.from({ length: 60 }, (_, i) => {
      const medium = MEDIA[i % 3] ?? "oil";
      const parts = MODELS.map(
        (id) => [`${id} ${medium}`, rng.next() * (rng.next() < 0.5 ? 0 : 1)] as const,
      ).filter(([, amount]) => amount > 0);
      return pileOf(
        {
          paintingId: i % 4 === 0 ? "there" : "here",
          ...(i % 7 === 0 && { leftParts: 0 }),
          ...(i % 11 === 0 && { isStreaky: true }),
        },
        parts.length > 0 ? parts : [[`yellow-ochre ${medium}`, 1]],
      );
    });
    const offered = ingredientsOf(piles, PLACE, new Map(), TUBES, () => TUBES);
    const expected = piles.filter(
      (pile, i) => i % 3 === 0 && i % 4 !== 0 && i % 7 !== 0 && i % 11 !== 0 && partsToTake(pile) > 0,
    );
    expect(offered.map(({ pile }) => pile.id)).toEqual(expected.map(({ id }) => id));
    expect(offered.length).toBeGreaterThan(8);
    const target = labD65(45, 20, 20);
    const chosen = ingredientsFor(offered, target);
    expect(chosen).toHaveLength(8);
    const missOf = (pile: Pile): number => {
      const lab = labOfAdditions(pile.additions, TUBES);
      return lab ? deltaE2000(lab, target) : Number.POSITIVE_INFINITY;
    };
    const nearest = Math.min(...offered.map(({ pile }) => missOf(pile)));
    expect(Math.min(...chosen.map(({ pile }) => missOf(pile)))).toBe(nearest);
  });
});
