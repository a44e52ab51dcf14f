/**
 * How pigments behave when mixed, as painters see it happen: directional checks of the generic models.
 * Numbers F1, F2, ... are those of docs/pigment-facts.md, which also says which could not be a test and why.
 */
import { describe, expect, it } from "vitest";
import { deltaE2000 } from "../color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../color/cieLab";
import { MixtureEvaluator } from "../mixing/mixtureEvaluator";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { GRID_10NM } from "../spectrum/types";
import { labOfMix, lchOfMix, type Mix, pigment, ratiosOf, tintedTo } from "../../../tests/support/paint";

const tint = (parts: Mix, lightness: number) => labOfMix(tintedTo(parts, lightness));
const turn = (from: Mix, to: Mix): number => hueDifferenceDegrees(lchOfMix(from)[2], lchOfMix(to)[2]);

/** Highest chroma of a pair tinted to a value, among ratios whose hue lies in a sector. */
function bestChroma(first: string, second: string, lightness: number, from: number, to: number): number {
  const chromas = ratiosOf(first, second)
    .map((mix) => lchFromLab(tint(mix, lightness)))
    .filter(([, , hue]) => hue >= from && hue <= to)
    .map(([, chroma]) => chroma);
  return Math.max(0, ...chromas);
}

/** The ratio of a pair with the least chroma, untinted or tinted to a value. */
function mostNeutral(first: string, second: string, lightness?: number): Mix {
  const mixes = ratiosOf(first, second, 241).map((mix) =>
    lightness === undefined ? mix : tintedTo(mix, lightness),
  );
  return mixes.reduce((best, mix) => (lchOfMix(mix)[1] < lchOfMix(best)[1] ? mix : best));
}

/** Shares of two tubes that colour alike: what looks like half and half. */
function halfAndHalf(first: string, second: string): Mix {
  const mixer = new MixtureEvaluator(
    [pigment(first).optics, pigment(second).optics],
    VIEWING.D65,
    PAINT_SURFACE,
  );
  return { [first]: 1 / mixer.strengthOf(0), [second]: 1 / mixer.strengthOf(1) };
}

/** Goes from a tube towards an addition as long as `isBefore` holds. */
function takenTo(base: string, addition: Mix, isBefore: (lch: ReturnType<typeof lchOfMix>) => boolean): Mix {
  let low = 0;
  let high = 1;
  const mixed = (share: number): Mix => ({
    [base]: 1 - share,
    ...Object.fromEntries(Object.entries(addition).map(([id, parts]) => [id, parts * share])),
  });
  for (let i = 0; i < 50; i++) {
    const share = (low + high) / 2;
    if (isBefore(lchOfMix(mixed(share)))) low = share;
    else high = share;
  }
  return mixed(low);
}

describe("violets", () => {
  it("F1: cadmium red and phthalo blue give a far duller violet than crimson and ultramarine", () => {
    const hidden = bestChroma("cadmium-red-light", "phthalo-blue-gs", 45, 300, 330);
    expect(hidden).toBeLessThan(bestChroma("alizarin-crimson", "ultramarine-blue", 45, 300, 330) - 8);
  });

  it("F4: magenta and phthalo blue give a clean one all the same", () => {
    const clean = bestChroma("quinacridone-magenta", "phthalo-blue-gs", 45, 300, 330);
    expect(clean).toBeGreaterThan(bestChroma("cadmium-red-light", "ultramarine-blue", 45, 300, 330) + 8);
  });

  it("F37: crimson with a black-green of ultramarine and transparent oxide, and white, is cool and purple-leaning", () => {
    const [, chroma, hue] = lchFromLab(
      tint({ "alizarin-crimson": 1, "ultramarine-blue": 0.5, "transparent-red-oxide": 0.1 }, 55),
    );
    expect(chroma).toBeGreaterThan(8);
    expect(hue).toBeGreaterThan(290);
  });
});

describe("neutrals from opposites", () => {
  it("F2: an orange-leaning red and cobalt teal give a brownish near-neutral, no violet", () => {
    const [, chroma, hue] = lchOfMix(halfAndHalf("cadmium-red-light", "cobalt-teal"));
    expect(chroma).toBeLessThan(20);
    expect(hue > 290 && hue < 330).toBe(false);
  });

  it("F5: cadmium orange and phthalo blue pass through a green-leaning near-neutral", () => {
    expect(labOfMix(mostNeutral("cadmium-orange", "phthalo-blue-gs"))[1]).toBeLessThan(0);
  });

  it("F6: ultramarine takes cadmium orange nearer to neutral than phthalo blue does", () => {
    for (const lightness of [undefined, 45, 65]) {
      const ultramarine = lchOfMix(mostNeutral("cadmium-orange", "ultramarine-blue", lightness))[1];
      expect(ultramarine).toBeLessThan(
        lchOfMix(mostNeutral("cadmium-orange", "phthalo-blue-gs", lightness))[1],
      );
    }
  });

  it("F8: orange and ultramarine are a very dark brown that white turns into a bluish grey", () => {
    const mix = { "cadmium-orange": 1, "ultramarine-blue": 0.45 };
    const [lightness, , b] = labOfMix(mix);
    expect(lightness).toBeLessThan(30);
    expect(b).toBeGreaterThan(0);
    expect(tint(mix, 60)[2]).toBeLessThan(0);
  });

  it("F11: cadmium red and viridian of equal value come near a tint of transparent red oxide", () => {
    const value = labOfMix({ "cadmium-red-light": 1 })[0];
    const target = tint({ "transparent-red-oxide": 1 }, value);
    const nearest = ratiosOf("cadmium-red-light", "viridian", 241).map((mix) =>
      deltaE2000(target, tint(mix, value)),
    );
    expect(Math.min(...nearest)).toBeLessThan(10);
  });

  it("F12: more viridian takes that mixture to a neutral grey", () => {
    expect(lchOfMix(mostNeutral("cadmium-red-light", "viridian", 50))[1]).toBeLessThan(4);
  });

  it("F14, F15: the grey of a red of the hue kind and viridian is no warmer than that of Prussian blue and vermilion", () => {
    const viridianGrey = mostNeutral("pyrrole-red", "viridian", 60);
    // Genuine vermilion is not in the library; an orange-leaning red stands in for it.
    const prussianGrey = mostNeutral("pyrrole-orange", "prussian-blue", 60);
    expect(lchOfMix(viridianGrey)[1]).toBeLessThan(4);
    expect(labOfMix(viridianGrey)[2]).toBeLessThanOrEqual(labOfMix(prussianGrey)[2]);
  });

  it("F17: burnt sienna and ultramarine go from brown through neutral to cool", () => {
    const b = [0.3, 0.6, 1, 2].map((blue) => tint({ "burnt-sienna": 1, "ultramarine-blue": blue }, 55)[2]);
    expect([...b].sort((x, y) => y - x)).toEqual(b);
    expect(lchOfMix(mostNeutral("burnt-sienna", "ultramarine-blue", 55))[1]).toBeLessThan(4);
  });

  it("F27: neutralising cadmium red takes about twice as much viridian", () => {
    const mix = mostNeutral("cadmium-red-light", "viridian");
    const ratio = (mix.viridian ?? 0) / (mix["cadmium-red-light"] ?? 1);
    expect(ratio).toBeGreaterThan(1.4);
    expect(ratio).toBeLessThan(3);
  });
});

describe("blacks and greys", () => {
  it("F18: black and white is bluish, brown and white is warm, and both together reach the balance", () => {
    const black = tint({ "ivory-black": 1 }, 55);
    const brown = tint({ "burnt-umber": 1 }, 55);
    expect(black[2]).toBeLessThan(0);
    expect(brown[2]).toBeGreaterThan(0);
    const blends = Array.from(
      { length: 40 },
      (_, i) => tint({ "ivory-black": 1, "burnt-umber": i / 20 }, 55)[2],
    );
    expect(Math.min(...blends.map(Math.abs))).toBeLessThan(0.3);
  });

  it("F19: equal volumes of a strong black and white are far darker than the middle", () => {
    expect(labOfMix({ "mars-black": 1, "titanium-white": 1 })[0]).toBeLessThan(35);
  });

  it("F20: cadmium yellow turns green with black, more with the bluish one, and loses chroma", () => {
    const yellow = { "cadmium-yellow-light": 1 };
    const bluish = { "cadmium-yellow-light": 1, "ivory-black": 0.05 };
    const warmer = { "cadmium-yellow-light": 1, "mars-black": 0.05 };
    expect(turn(yellow, bluish)).toBeGreaterThan(3);
    expect(turn(yellow, bluish)).toBeGreaterThan(turn(yellow, warmer));
    expect(lchOfMix(bluish)[1]).toBeLessThan(lchOfMix(yellow)[1]);
  });

  it("F21: yellow ochre and ivory black give a dull green", () => {
    expect(turn({ "yellow-ochre": 1 }, { "yellow-ochre": 1, "ivory-black": 0.2 })).toBeGreaterThan(5);
  });

  it("F24: at the same chroma a little green keeps a red nearer to red than black does", () => {
    const red = { "cadmium-red-light": 1 };
    for (const chroma of [60, 50, 40]) {
      const away = (duller: Mix): number =>
        Math.abs(
          turn(
            red,
            takenTo("cadmium-red-light", duller, (lch) => lch[1] > chroma),
          ),
        );
      expect(away({ viridian: 1 })).toBeLessThan(away({ "ivory-black": 1 }));
    }
  });

  it("F25: at the same value a red darkened with black stays nearer to red than one darkened with blue", () => {
    const red = { "cadmium-red-light": 1 };
    for (const value of [42, 38, 34]) {
      const away = (darker: Mix): number =>
        Math.abs(
          turn(
            red,
            takenTo("cadmium-red-light", darker, (lch) => lch[0] > value),
          ),
        );
      expect(away({ "ivory-black": 1 })).toBeLessThan(away({ "ultramarine-blue": 1 }));
    }
  });

  it("F26: five to ten per cent of green changes the chroma of a red more than its value or hue", () => {
    const [l1, c1, h1] = lchOfMix({ "cadmium-red-light": 1 });
    for (const green of [0.05, 0.1]) {
      const [l2, c2, h2] = lchOfMix({ "cadmium-red-light": 1 - green, viridian: green });
      expect(c1 - c2).toBeGreaterThan(Math.abs(l1 - l2));
      expect(c1 - c2).toBeGreaterThan(Math.abs(hueDifferenceDegrees(h1, h2)));
    }
  });

  it("F40: a red-black and a green-black together are a dark, brownish neutral", () => {
    const [lightness, chroma, hue] = lchOfMix({
      "red-oxide": 1,
      "alizarin-crimson": 1,
      "ultramarine-blue": 1.2,
      "nickel-azo-yellow": 1,
    });
    expect(lightness).toBeLessThan(35);
    expect(chroma).toBeLessThan(16);
    expect(hue < 90 || hue > 350).toBe(true);
  });

  it("F56: a grey of its own value hardly moves the value of a colour, a light or a dark one does", () => {
    for (const id of ["viridian", "raw-sienna", "ultramarine-blue"]) {
      const colour = tintedTo({ [id]: 1 }, 50);
      const shift = (greyValue: number): number => {
        const mixed: Record<string, number> = { ...colour };
        for (const [tube, parts] of Object.entries(tintedTo({ "mars-black": 1 }, greyValue))) {
          mixed[tube] = (mixed[tube] ?? 0) + parts / 3;
        }
        return Math.abs(labOfMix(mixed)[0] - labOfMix(colour)[0]);
      };
      expect(shift(50)).toBeLessThan(2);
      expect(shift(80)).toBeGreaterThan(1.4 * shift(50));
      expect(shift(30)).toBeGreaterThan(1.4 * shift(50));
    }
  });
});

describe("tints", () => {
  it("F31: white moves cool reds to a bluer pink, much further than it moves a warm red", () => {
    const moved = (id: string): number => turn({ [id]: 1 }, tintedTo({ [id]: 1 }, 70));
    for (const cool of ["alizarin-crimson", "quinacridone-magenta"]) {
      expect(moved(cool)).toBeLessThan(-20);
      expect(moved(cool)).toBeLessThan(moved("cadmium-red-light") - 10);
      expect(lchFromLab(tint({ [cool]: 1 }, 70))[2]).toBeGreaterThan(300);
    }
    expect(lchFromLab(tint({ "cadmium-red-light": 1 }, 70))[2]).toBeLessThan(45);
  });

  it("F32: white cools yellow ochre", () => {
    const [, , b] = labOfMix({ "yellow-ochre": 1 });
    const tinted = tint({ "yellow-ochre": 1 }, 80);
    expect(tinted[2]).toBeLessThan(b);
    expect(lchFromLab(tinted)[1]).toBeLessThan(lchOfMix({ "yellow-ochre": 1 })[1]);
  });

  it("F50: phthalo blue is darker and more chromatic in white than as much ultramarine", () => {
    const phthalo = lchOfMix({ "phthalo-blue-gs": 1, "titanium-white": 10 });
    const ultramarine = lchOfMix({ "ultramarine-blue": 1, "titanium-white": 10 });
    expect(phthalo[0]).toBeLessThan(ultramarine[0] - 8);
    expect(phthalo[1]).toBeGreaterThan(ultramarine[1]);
  });

  it("F51: two dark blues look alike from the tube and part in tints", () => {
    const masstones = deltaE2000(labOfMix({ "phthalo-blue-gs": 1 }), labOfMix({ "ultramarine-blue": 1 }));
    const tints = deltaE2000(tint({ "phthalo-blue-gs": 1 }, 50), tint({ "ultramarine-blue": 1 }, 50));
    expect(tints).toBeGreaterThan(12);
    expect(masstones).toBeLessThan(tints - 3);
  });

  it("F58: dark tubes give longer tint strings than light ones", () => {
    const steps = (id: string): number => Math.floor((95 - labOfMix({ [id]: 1 })[0]) / 8);
    for (const dark of ["ivory-black", "ultramarine-blue", "cadmium-red-light"]) {
      for (const light of ["yellow-ochre", "cadmium-yellow-light"])
        expect(steps(dark)).toBeGreaterThan(steps(light));
    }
  });

  it("F72: yellow is most chromatic at a higher value than violet and blue", () => {
    const peak = (id: string): number =>
      Array.from({ length: 40 }, (_, i) =>
        lchOfMix({ [id]: 1, "titanium-white": i === 0 ? 0 : 0.02 * 1.3 ** i }),
      ).reduce((best, lch) => (lch[1] > best[1] ? lch : best))[0];
    expect(peak("arylide-yellow")).toBeGreaterThan(peak("dioxazine-violet") + 20);
    expect(peak("arylide-yellow")).toBeGreaterThan(peak("ultramarine-blue") + 20);
  });
});

describe("greens, browns and shadows", () => {
  it("F38: ultramarine with a transparent yellow is a very dark green, with ochre a lighter, duller one", () => {
    const dark = labOfMix({ "ultramarine-blue": 1, "nickel-azo-yellow": 1 });
    const mid = labOfMix({ "ultramarine-blue": 1, "yellow-ochre": 4 });
    expect(dark[0]).toBeLessThan(30);
    expect(dark[1]).toBeLessThan(0);
    expect(mid[0]).toBeGreaterThan(dark[0] + 6);
    expect(mid[1]).toBeLessThan(0);
    expect(lchFromLab(mid)[1]).toBeLessThan(lchFromLab(dark)[1]);
  });

  it("F42: ultramarine and cadmium yellow imitate phthalo green, duller and weaker in tints", () => {
    const imitation = tint({ "ultramarine-blue": 1, "cadmium-yellow-light": 4 }, 70);
    const phthalo = tint({ "phthalo-green-bs": 1 }, 70);
    expect(Math.abs(hueDifferenceDegrees(lchFromLab(imitation)[2], lchFromLab(phthalo)[2]))).toBeLessThan(20);
    expect(lchFromLab(imitation)[1]).toBeLessThan(lchFromLab(phthalo)[1] - 10);
    const white = (parts: Mix): number => tintedTo(parts, 70)["titanium-white"] ?? 0;
    expect(white({ "ultramarine-blue": 0.2, "cadmium-yellow-light": 0.8 })).toBeLessThan(
      white({ "phthalo-green-bs": 1 }),
    );
  });

  it("F43: green and red make brown, and yellow with a little white takes it towards yellow oxide", () => {
    const green = { "cadmium-yellow-light": 1, "ultramarine-blue": 0.3 };
    const brown = { ...green, "cadmium-red-light": 1 };
    const [, chroma, hue] = lchOfMix(brown);
    expect(hue).toBeLessThan(75);
    expect(chroma).toBeGreaterThan(5);
    const ochre = labOfMix({ "yellow-ochre": 1 });
    const lightened = labOfMix({ ...brown, "cadmium-yellow-light": 12, "titanium-white": 0.8 });
    expect(deltaE2000(ochre, lightened)).toBeLessThan(deltaE2000(ochre, labOfMix(brown)) / 2);
  });

  it("F44: cadmium red, ultramarine and yellow come near burnt sienna", () => {
    const aim = labOfMix({ "burnt-sienna": 1 });
    const nearest = [0.1, 0.15, 0.2].flatMap((blue) =>
      [0.8, 1.2, 1.6].map((yellow) =>
        deltaE2000(
          aim,
          labOfMix({ "cadmium-red-light": 1, "ultramarine-blue": blue, "cadmium-yellow-light": yellow }),
        ),
      ),
    );
    expect(Math.min(...nearest)).toBeLessThan(8);
  });

  it("F46: nickel azo yellow is sunny in a thin film, deeper and more golden in a thick one, without dulling", () => {
    const paper = { grid: GRID_10NM, values: new Array<number>(36).fill(0.85) };
    const [thinL, thinC, thinH] = lchFromLab(
      labOfMix({ "nickel-azo-yellow": 1 }, { thickness: 0.15, ground: paper }),
    );
    const [thickL, thickC, thickH] = lchFromLab(
      labOfMix({ "nickel-azo-yellow": 1 }, { thickness: 2, ground: paper }),
    );
    expect(thinL).toBeGreaterThan(thickL + 10);
    expect(thickH).toBeLessThan(thinH - 5);
    expect(thickC).toBeGreaterThan(0.7 * thinC);
  });

  it("F47: a little magenta makes a warm shadow yellow, blue before it a cool one", () => {
    const yellow = { "nickel-azo-yellow": 1 };
    const warm = { "nickel-azo-yellow": 1, "quinacridone-magenta": 0.05 };
    const cool = { "nickel-azo-yellow": 1, "phthalo-blue-gs": 0.01, "quinacridone-magenta": 0.02 };
    expect(turn(yellow, warm)).toBeLessThan(0);
    expect(turn(yellow, cool)).toBeGreaterThan(turn(yellow, warm));
    expect(labOfMix(cool)[0]).toBeLessThan(labOfMix(yellow)[0]);
  });

  it("F48: a little violet dulls a yellow that stays a yellow", () => {
    const yellow = { "cadmium-yellow-light": 1 };
    const shadow = { "cadmium-yellow-light": 1, "dioxazine-violet": 0.01 };
    expect(lchOfMix(shadow)[1]).toBeLessThan(lchOfMix(yellow)[1] - 8);
    expect(Math.abs(turn(yellow, shadow))).toBeLessThan(25);
  });

  it("F53: a brown that holds blue turns yellow green, and orange restores it", () => {
    const yellow = { "cadmium-yellow-light": 1 };
    const cast = { ...yellow, "burnt-umber": 0.1, "ultramarine-blue": 0.1 };
    expect(turn(yellow, cast)).toBeGreaterThan(10);
    expect(turn(cast, { ...cast, "cadmium-orange": 0.2 })).toBeLessThan(-10);
  });

  it("F54: a blue-grey moves a red-orange towards violet, and yellow restores it", () => {
    const red = { "cadmium-red-light": 1 };
    const moved = { ...red, "ultramarine-blue": 0.1, "titanium-white": 0.2, "ivory-black": 0.05 };
    expect(turn(red, moved)).toBeLessThan(-5);
    expect(turn(moved, { ...moved, "cadmium-yellow-light": 0.8 })).toBeGreaterThan(3);
  });

  it("F57: a strong green is warmed brightly by azo yellow, dully by ochre; pink dulls it, scarlet browns it", () => {
    const green = tintedTo({ "phthalo-green-bs": 1 }, 50);
    const withEach = (id: string, parts: number) => lchOfMix({ ...green, [id]: parts });
    const [, chroma, hue] = lchOfMix(green);
    const yellow = withEach("arylide-yellow", 0.5);
    const ochre = withEach("yellow-ochre", 0.5);
    const pink = withEach("quinacridone-rose", 0.04);
    const scarlet = withEach("pyrrole-orange", 0.08);
    expect(hueDifferenceDegrees(hue, yellow[2])).toBeLessThan(-15);
    expect(yellow[1]).toBeGreaterThan(ochre[1]);
    expect(pink[1]).toBeLessThan(chroma - 5);
    expect(Math.abs(hueDifferenceDegrees(hue, pink[2]))).toBeLessThan(
      Math.abs(hueDifferenceDegrees(hue, scarlet[2])),
    );
  });

  it("F60, F62: ochre takes the punch out of cadmium red and moves it to orange", () => {
    const chromas = [0, 0.25, 0.5, 0.75].map(
      (ochre) => lchOfMix({ "cadmium-red-light": 1 - ochre, "yellow-ochre": ochre })[1],
    );
    expect([...chromas].sort((a, b) => b - a)).toEqual(chromas);
    expect(turn({ "cadmium-red-light": 1 }, { "cadmium-red-light": 1, "yellow-ochre": 4 })).toBeGreaterThan(
      5,
    );
  });

  it("F70: for the same loss of chroma orange warms a dull green, and grey does not", () => {
    const green = { "phthalo-green-bs": 0.1, "titanium-white": 1, "raw-umber": 0.4 };
    const orange = { ...green, "cadmium-orange": 0.1 };
    const grey = { ...green, "mars-black": 0.04, "titanium-white": 1.4 };
    expect(Math.abs(lchOfMix(orange)[1] - lchOfMix(grey)[1])).toBeLessThan(0.5);
    expect(turn(green, orange)).toBeLessThan(-3);
    expect(Math.abs(turn(green, grey))).toBeLessThan(1);
  });
});
