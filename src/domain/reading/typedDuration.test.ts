import { describe, expect, it } from "vitest";
import { MOST_MINUTES, parseDuration } from "./typedDuration";

const HOUR = 60;
const DAY = 24 * HOUR;

describe("a length of time as it is typed", () => {
  it.each([
    ["20", 20],
    [" 0,5 ", 0.5],
    ["20 min", 20],
    ["20min.", 20],
    ["90 s", 1.5],
    ["1:30", 90],
    ["48:00", 2 * DAY],
    ["2h", 2 * HOUR],
    ["1 h 30", 90],
    ["1h30", 90],
    ["1 h 05 min", 65],
    ["1½ h", 90],
    ["½ hour", 30],
    ["1 1/2 hours", 90],
    ["1,5 Hours", 90],
    ["3 days", 3 * DAY],
    ["1 day", DAY],
    ["2 d 3 h", 2 * DAY + 3 * HOUR],
    ["2 days, 4 hours and 10 minutes", 2 * DAY + 4 * HOUR + 10],
    ["1 week", 7 * DAY],
    ["31 days", MOST_MINUTES],
  ])("%s", (text, minutes) => {
    const read = parseDuration(text);
    expect(read.ok && read.value).toBeCloseTo(minutes, 9);
  });

  it.each([
    ["", "empty"],
    ["until tomorrow", "no-duration"],
    ["2 d 4", "no-duration"],
    ["30 min 2 h", "no-duration"],
    ["1:75", "no-duration"],
    ["2 months", "no-duration"],
    ["-5", "no-duration"],
    ["5 h x", "no-duration"],
    ["0", "outside"],
    ["0 h", "outside"],
    ["32 days", "outside"],
    ["1e9", "no-duration"],
  ])("refuses %s", (text, code) => {
    const read = parseDuration(text);
    expect(read.ok ? read.value : read.failure.code).toBe(code);
  });
});
