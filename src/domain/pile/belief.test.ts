/** One belief: wherever a pile is shown or used, it has the same colour. */
import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { figure, sized } from "../../../tests/support/study";
import { deltaE2000 } from "../../core/color/ciede2000";
import { type LabD65, labD65 } from "../../core/color/types";
import { plainParts } from "../../core/correct/additionPart";
import { createRng } from "../../core/random/rng";
import { createSolverApi } from "../../workers/solverApi";
import { labOfAdditions } from "../mixture/color";
import type { Reading } from "../reading/reading";
import { storedFromLab } from "../reading/storedColor";
import { offeredRecipes } from "../recipe/offers";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { WATER } from "../tube/water";
import { additionRequest } from "./additionRequest";
import { type Belief, beliefOf, beliefQuestion, believedTubes } from "./belief";
import { contentsOf, lastTurnOf } from "./contents";
import { leftoverAsTube } from "./leftovers";
import { leftoverId } from "./puddle";
import type { Pile } from "./pile";

const IDS = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"];
const TUBES = new Map<string, Tube>(
  IDS.map((id, position): [string, Tube] => [
    id,
    { ...tubeFromModel(pigment(id)), id, position, addedAt: 1 },
  ]),
);
const solver = createSolverApi();
const darker = (wet: LabD65): LabD65 => labD65(Math.max(0, wet[0] - 1.5), wet[1], wet[2]);
const asItIs = (wet: LabD65): LabD65 => wet;

function beliefIn(
  pile: Pile,
  story: readonly Pile[],
  readings: readonly Reading[],
  toDry = asItIs,
): Belief | undefined {
  const asked = beliefQuestion(pile, story, readings, TUBES, toDry, undefined);
  return asked && beliefOf(asked, solver.believe(asked.request));
}

function shown(pile: Pile, belief: Belief | undefined): LabD65 {
  const lab = labOfAdditions(contentsOf(pile), believedTubes(TUBES, belief));
  if (!lab) throw new Error("no colour");
  return lab;
}

function emptyPile(id: string): Pile {
  return { id, noteId: "note", additions: [], state: "open", createdAt: 1 };
}

function laid(pile: Pile, doses: readonly (readonly [string, number])[]): Pile {
  const turn = lastTurnOf(pile) + 1;
  return {
    ...pile,
    additions: [
      ...pile.additions,
      ...doses.map(([tubeId, parts]) => ({ tubeId, parts, turn, addedAt: turn })),
    ],
  };
}

function read(pile: Pile, lab: LabD65, uncertainty = 1.4, film: Reading["film"] = "wet"): Reading {
  const turn = lastTurnOf(pile) + 0.5;
  return {
    id: `${pile.id}-${turn}-${lab.join()}`,
    noteId: "note",
    pileId: pile.id,
    turn,
    takenAt: 1000 + turn,
    film,
    color: storedFromLab(lab, "by-eye", uncertainty),
  };
}

describe("what is believed of a pile", () => {
  const pile = laid(emptyPile("one"), [
    ["titanium-white", 4],
    ["raw-umber", 1],
  ]);
  const plain = shown(pile, undefined);
  const seen = labD65(plain[0] - 6, plain[1] + 3, plain[2] + 2);

  it("is what the tubes give while nothing was read, or a tube is not known", () => {
    expect(beliefIn(pile, [], [])).toBeUndefined();
    expect(beliefIn(laid(pile, [["gone", 1]]), [], [read(pile, seen)])).toBeUndefined();
  });

  it("goes towards what was seen, the further the surer the look, and holds after an addition", () => {
    const missOf = (uncertainty: number): number =>
      deltaE2000(seen, shown(pile, beliefIn(pile, [], [read(pile, seen, uncertainty)])));
    expect(missOf(0.3)).toBeLessThan(missOf(2));
    expect(missOf(2)).toBeLessThan(deltaE2000(seen, plain));
    const more = laid(pile, [["titanium-white", 0.5]]);
    const belief = beliefIn(more, [], [read(pile, seen, 0.3)]);
    expect(shown(more, belief)[0]).toBeLessThan(shown(more, undefined)[0] - 3);
  });

  it("takes a wet look as it will dry, and a film of a wash as a film", () => {
    const wet = beliefIn(pile, [], [read(pile, seen, 0.3)], darker);
    const dry = beliefIn(pile, [], [read(pile, darker(seen), 0.3, "dry")], darker);
    expect(deltaE2000(shown(pile, wet), shown(pile, dry))).toBeLessThan(0.01);
    const wash = laid(emptyPile("wash"), [
      ["prussian-blue", 0.5],
      [WATER.id, 12],
    ]);
    const thin = shown(wash, undefined);
    const paler = labD65(thin[0] + 4, thin[1] * 0.8, thin[2] * 0.8);
    expect(deltaE2000(paler, shown(wash, beliefIn(wash, [], [read(wash, paler, 0.3)])))).toBeLessThan(
      deltaE2000(paler, thin) / 2,
    );
  });

  it("forgets what was seen of a tube before it was tested again", () => {
    const umber = TUBES.get("raw-umber");
    if (!umber) throw new Error("no umber");
    const tested: Tube = {
      ...umber,
      optics: {
        ...umber.optics,
        calibrations: [
          {
            at: 9e9,
            absorption: Array.from(pigment("burnt-umber").optics.absorption),
            scattering: Array.from(pigment("burnt-umber").optics.scattering),
            readings: [],
            piles: [],
            spreadBefore: 4,
            spreadAfter: 1,
          },
        ],
      },
    };
    const now = new Map(TUBES).set("raw-umber", tested);
    expect(beliefQuestion(pile, [], [read(pile, seen)], now, asItIs, undefined)).toBeUndefined();
  });

  it("is one, wherever the pile is shown, promised, kept, mixed again or left over", () => {
    const rng = createRng(77);
    let worst = 0;
    const agree = (one: LabD65 | undefined, other: LabD65 | undefined): void => {
      if (!one || !other) throw new Error("a place shows nothing");
      worst = Math.max(worst, deltaE2000(one, other));
    };
    for (let history = 0; history < sized(5, 50); history++) {
      let now = laid(emptyPile(`pile-${history}`), [
        ["titanium-white", 2 + rng.below(6)],
        [IDS[1 + rng.below(4)] ?? "", 0.25 + rng.next()],
      ]);
      const readings: Reading[] = [];
      for (let step = 0; step < 4; step++) {
        const before = shown(now, beliefIn(now, [], readings));
        const off = (): number => 3 * rng.normal();
        const lab = labD65(
          Math.min(98, Math.max(5, before[0] + off())),
          before[1] + off(),
          before[2] + off(),
        );
        readings.push(read(now, lab, rng.next() < 0.5 ? 0.3 : 1.4));
        const belief = beliefIn(now, [], readings);
        const here = shown(now, belief);
        const target = labD65(here[0] - 4, here[1] + 3, here[2] + 3);
        const asked = additionRequest({
          ownHand: undefined,
          pile: now,
          story: [now],
          readings,
          target,
          toDry: asItIs,
          tolerance: { lightness: 0.5, chroma: 0.5, hue: 0.5 },
          purpose: "relation",
          hand: DEFAULT_SETTINGS,
          board: [...TUBES.values()],
          tubeById: TUBES,
          believed: believedTubes(TUBES, belief),
        });
        if (!asked) throw new Error("no question");
        const advice = solver.nextAddition(asked.request);
        agree(here, advice.pile);
        // A rest of it, and the same mixed again, are the same paint.
        const believed = believedTubes(TUBES, belief);
        const rest = leftoverAsTube(now, undefined, believed);
        if (rest)
          agree(here, labOfAdditions([{ tubeId: leftoverId(now.id), parts: 1 }], new Map([[rest.id, rest]])));
        const [again] = offeredRecipes({
          found: undefined,
          again: now,
          believedAgain: believed,
          byHand: undefined,
          target,
          tubeById: TUBES,
          wantedParts: undefined,
          start: "weakest",
          hand: DEFAULT_SETTINGS,
        });
        agree(here, again?.predicted);
        // A sample of it is the same paint.
        const sample: Pile = {
          ...emptyPile("sample"),
          state: "side",
          side: { of: now.id, share: 1 / 4 },
          additions: contentsOf(now).map((dose) => ({
            ...dose,
            parts: dose.parts / 4,
            turn: 1,
            addedAt: 1,
            fromPileId: now.id,
          })),
        };
        agree(here, shown(sample, beliefIn(sample, [now], readings)));
        if (!("additions" in advice)) break;
        const [addition] = advice.additions;
        if (!addition) break;
        // What was promised is what is shown once it lies there.
        now = laid(
          now,
          plainParts(addition.parts).map(({ tube, volume }) => [asked.tubeIds[tube] ?? "", volume] as const),
        );
        agree(addition.predicted, shown(now, beliefIn(now, [], readings)));
      }
    }
    figure("belief: furthest apart that two places show one pile, ΔE00", worst, { most: 0.01 });
  });
});
