import { describe, expect, it } from "vitest";
import { pigment } from "../../../tests/support/paint";
import { WHITE_BENCH } from "../../data/testWhite";
import { labD65 } from "../color/types";
import { minuteReading } from "./minuteReading";

const EYE = 1.4;
const tube = (id: string, readings: readonly { readonly whiteParts: number }[] = []) => ({
  generic: pigment(id).optics,
  believed: pigment(id).optics,
  isWhite: id.endsWith("white"),
  readings: readings.map(({ whiteParts }) => ({
    whiteParts,
    lab: labD65(50, 0, 0),
    uncertaintyDeltaE2000: 0.4,
  })),
});
const KNOWN = [{ whiteParts: 0 }, { whiteParts: 4 }, { whiteParts: 12 }];
const BOARD = ["titanium-white", "arylide-yellow", "pyrrole-red", "prussian-blue", "raw-umber"];

describe("the dab that is worth a minute", () => {
  it("is of a tube of which nothing is known, and narrows what is said of mixtures", () => {
    const unknown = BOARD.indexOf("prussian-blue");
    const best = minuteReading(
      BOARD.map((id, i) => tube(id, i === unknown ? [] : KNOWN)),
      WHITE_BENCH,
      EYE,
    );
    expect(best?.tube).toBe(unknown);
    expect(best?.spreadAfter).toBeLessThan(0.95 * (best?.spreadNow ?? 0));
  });

  it("is never of white, and is nothing once all is known", () => {
    const first = minuteReading(
      BOARD.map((id) => tube(id)),
      WHITE_BENCH,
      EYE,
    );
    expect(first?.tube).toBeGreaterThan(0);
    expect(
      minuteReading(
        BOARD.map((id) => tube(id, [...KNOWN, ...KNOWN, ...KNOWN])),
        WHITE_BENCH,
        EYE,
      ),
    ).toBeUndefined();
    expect(minuteReading([tube("titanium-white")], WHITE_BENCH, EYE)).toBeUndefined();
    expect(minuteReading([], WHITE_BENCH, EYE)).toBeUndefined();
  });

  it("helps more the better it is read", () => {
    const [eye, instrument] = [EYE, 0.3].map((uncertainty) =>
      minuteReading(
        BOARD.map((id) => tube(id)),
        WHITE_BENCH,
        uncertainty,
      ),
    );
    expect(instrument?.spreadAfter).toBeLessThan(eye?.spreadAfter ?? 0);
  });

  it("is found for a full board", () => {
    const ids = [
      ...BOARD,
      "yellow-ochre",
      "burnt-sienna",
      "ultramarine-blue",
      "viridian",
      "alizarin-crimson",
      "cadmium-red-light",
      "cadmium-yellow-light",
    ];
    expect(
      minuteReading(
        ids.map((id) => tube(id)),
        WHITE_BENCH,
        EYE,
      ),
    ).toBeDefined();
  });
});
