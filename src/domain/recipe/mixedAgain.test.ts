import { expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { deltaE2000 } from "../../core/color/ciede2000";
import { createSolverApi } from "../../workers/solverApi";
import { labOfAdditions } from "../mixture/color";
import type { Pile } from "../pile/pile";
import { DEFAULT_SETTINGS } from "../settings/settings";
import { tubeFromModel } from "../tube/newTube";
import type { Tube } from "../tube/tube";
import { changedSince, mixedAgainQuestion } from "./mixedAgain";
import { paintRecipe } from "./paintRecipe";

const tube = (id: string): Tube => ({ ...tubeFromModel(pigment(id)), id, position: 0, addedAt: 1 });
const WHITE = tube("titanium-white");
const BLUE = tube("prussian-blue");
const PILE: Pile = {
  id: "kept",
  additions: [
    { tubeId: WHITE.id, parts: 6, turn: 1, addedAt: 10 },
    { tubeId: BLUE.id, parts: 0.5, turn: 2, addedAt: 11 },
  ],
  state: "kept",
  createdAt: 10,
};

it("mixes a match again to the colour that was kept, though a tube has become weaker since", () => {
  const before = new Map([WHITE, BLUE].map((one) => [one.id, one]));
  const kept = labOfAdditions(PILE.additions, before);
  if (!kept) throw new Error("no colour");
  expect(mixedAgainQuestion(PILE, kept, before, DEFAULT_SETTINGS, undefined)).toBeUndefined();
  const { absorption, scattering } = pigment(BLUE.id).optics;
  const weaker: Tube = {
    ...BLUE,
    optics: {
      ...BLUE.optics,
      calibrations: [
        {
          at: 100,
          absorption: Array.from(absorption, (k) => 0.6 * k),
          scattering: Array.from(scattering, (s) => 0.6 * s),
          readings: [],
          piles: [],
          spreadBefore: 4,
          spreadAfter: 1,
        },
      ],
    },
  };
  const now = new Map([WHITE, weaker].map((one) => [one.id, one]));
  expect(changedSince(PILE, now)).toEqual([weaker]);
  const asked = mixedAgainQuestion(PILE, kept, now, DEFAULT_SETTINGS, undefined);
  if (!asked) throw new Error("no question");
  const [found] = createSolverApi().searchRecipes(asked.request).recipes;
  if (!found) throw new Error("no recipe");
  const { amounts } = paintRecipe(found, asked.tubeIds, asked.partsPerUnit);
  expect(amounts.map(({ tubeId }) => tubeId).sort()).toEqual([BLUE.id, WHITE.id].sort());
  const [same, corrected] = [PILE.additions, amounts].map((doses) => labOfAdditions(doses, now));
  if (!same || !corrected) throw new Error("no colour");
  expect(deltaE2000(kept, same)).toBeGreaterThan(4);
  expect(deltaE2000(kept, corrected)).toBeLessThan(1);
});
