import { expect, it } from "vitest";
import { unknownTubeWords } from "./unknownTube";

const KNOWN = { hueDegrees: 268, hueDoubtDegrees: 5.6, chroma: 40, clearness: 0.95, like: [] };

it("an unlabelled tube is told with its doubt and how clear it is", () => {
  expect(unknownTubeWords(KNOWN)).toBe(
    "Blue in white, give or take 6°. As clear as paints of this hue come.",
  );
  expect(unknownTubeWords({ ...KNOWN, hueDoubtDegrees: 40, clearness: 0.4 })).toBe(
    "Perhaps blue in white, give or take 40°: a reading in white would tell more. Dull: 40\u00a0% of the chroma that paints of this hue come to.",
  );
  expect(unknownTubeWords({ ...KNOWN, clearness: 0.7 })).toContain("Somewhat dull: 70\u00a0%");
  expect(unknownTubeWords({ ...KNOWN, hueDegrees: undefined, clearness: undefined })).toMatch(/^No hue/);
});
