import { describe, expect, it } from "vitest";
import { STUDIO_TIMES } from "../data/studioTimes";
import { parseDuration } from "../domain/reading/typedDuration";
import { aboutWords, leftWords } from "./timers";

describe("times", () => {
  it("that are left are said to the second, those that are usual as one says them", () => {
    expect([4 * 60_000 + 7_000, 65 * 60_000, 51 * 3_600_000].map(leftWords)).toEqual([
      "4:07",
      "1 h 05 min",
      "2 d 3 h",
    ]);
    expect([10, 1, 60, 480, 3 * 24 * 60].map(aboutWords)).toEqual([
      "10 minutes",
      "1 minute",
      "1 hour",
      "8 hours",
      "3 days",
    ]);
  });

  it("that are usual are read as they are said", () => {
    for (const times of Object.values(STUDIO_TIMES))
      for (const minutes of Object.values(times))
        expect(parseDuration(aboutWords(minutes)), aboutWords(minutes)).toEqual({ ok: true, value: minutes });
  });
});
