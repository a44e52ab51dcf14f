import { describe, expect, it } from "vitest";
import { hexFromSrgb } from "../../core/color/hex";
import { lchFromLab } from "../../core/color/cieLab";
import { labFromSrgb } from "../../core/color/srgb";
import { type LabD65, labD65, srgb } from "../../core/color/types";
import { createRng } from "../../core/random/rng";
import { parseColor } from "./parseColor";

function read(text: string): LabD65 {
  const parsed = parseColor(text);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.failure.code}`);
  return parsed.value;
}

const close = (one: LabD65, other: LabD65): boolean =>
  one.every((value, axis) => Math.abs(value - (other[axis] ?? Number.NaN)) < 0.06);

/** One colour as it stands on a clipboard, by other programs, style sheets and lists. */
function writings(r: number, g: number, b: number): readonly string[] {
  const hex = hexFromSrgb(srgb(r / 255, g / 255, b / 255));
  const [l, a, bb] = labFromSrgb(srgb(r / 255, g / 255, b / 255)).map((value) => value.toFixed(2)) as [
    string,
    string,
    string,
  ];
  const [chroma, hue] = lchFromLab(labD65(Number(l), Number(a), Number(bb)))
    .slice(1)
    .map((value) => value.toFixed(2)) as [string, string];
  const lch = `${l} ${chroma} ${hue}`;
  const comma = [l, a, bb].map((value) => value.replace(".", ","));
  return [
    hex,
    hex.slice(1),
    hex.toUpperCase(),
    `  ${hex}\n`,
    `rgb(${r}, ${g}, ${b})`,
    `rgb(${r} ${g} ${b})`,
    `RGB(${r},${g},${b})`,
    `rgba(${r}, ${g}, ${b}, 1)`,
    `rgb(${r}, ${g}, ${b});`,
    `${l} ${a} ${bb}`,
    `${l}, ${a}, ${bb}`,
    `${l};${a};${bb}`,
    `${l}\t${a}\t${bb}`,
    `Lab(${l}, ${a}, ${bb})`,
    `L ${l} a ${a} b ${bb}`,
    `L*: ${l}, a*: ${a}, b*: ${bb}`,
    comma.join(" "),
    comma.join("; "),
    `${l} ${a.replace("-", "−")} ${bb.replace("-", "−")}`,
    `CIELAB ${l} ${a} ${bb}`,
    `“${hex}”`,
    `background: ${hex};`,
    `LCh ${lch}`,
    `CIELCh(${lch.replaceAll(" ", ", ")})`,
    `L ${l} C ${chroma} h ${hue}°`,
    `L*=${l}, C*=${chroma}, h=${hue}`,
  ];
}

describe("a colour typed or pasted", () => {
  it("is the same in twenty-six ways to write each of a thousand colours", () => {
    const rng = createRng(3);
    for (let i = 0; i < 1000; i++) {
      const [r, g, b] = [rng.below(256), rng.below(256), rng.below(256)];
      const want = labFromSrgb(srgb(r / 255, g / 255, b / 255));
      for (const text of writings(r, g, b)) expect(close(read(text), want), text).toBe(true);
    }
  });

  it.each([
    ["teal", "#008080"],
    ["Tan", "#d2b48c"],
    ["rebeccapurple", "#663399"],
    ["hsl(0, 0%, 20%)", "#333333"],
    ["hsl(120deg 100% 50%)", "#00ff00"],
    ["hwb(0 100% 0%)", "#ffffff"],
    ["#abc", "#aabbcc"],
    ["0x7d8c5a", "#7d8c5a"],
    ["RGB 125 140 90", "#7d8c5a"],
    ["rgb: 125, 140, 90", "#7d8c5a"],
    ["rgb(125; 140; 90)", "#7d8c5a"],
    ["oklch(62.796% 0.25768 29.234)", "#ff0000"],
    ["oklab(0.452 -0.0324 -0.3115)", "#0000ff"],
    ["lab(54.29% 80.82 69.89)", "#ff0000"],
    ["lch(54.29% 106.85 40.85)", "#ff0000"],
    // With percent or without, style sheets mean the same.
    ["lab(54.29 80.82 69.89)", "#ff0000"],
    ["lch(54.29 106.85 40.85)", "#ff0000"],
    // Digits with an “a” or a “b” between them.
    ["7a6a58", "#7a6a58"],
    ["12b345", "#12b345"],
    ["--accent: teal;", "#008080"],
    ["color(display-p3 1 1 1)", "#ffffff"],
  ])("reads %s as %s", (text, hex) => {
    expect(close(read(text), read(hex))).toBe(true);
  });

  it("reads what is wider than a usual screen, and slashes between numbers", () => {
    const green = read("color(display-p3 0 1 0)");
    expect(green[0]).toBeCloseTo(86.3, 0);
    expect(green[1]).toBeLessThan(-100);
    expect(read("58/14/31")).toEqual(labD65(58, 14, 31));
    expect(read("58,5/-14/31")).toEqual(labD65(58.5, -14, 31));
  });

  it.each([
    ["", "empty"],
    ["   ", "empty"],
    ["brownish", "not-a-colour"],
    ["#12x", "not-a-colour"],
    ["#12345", "not-a-colour"],
    ["#11223344", "not-a-colour"],
    ["rgb(300, 0, 0)", "not-a-colour"],
    ["rgb(-5, 0, 0)", "not-a-colour"],
    ["rgb(1, 2)", "not-a-colour"],
    ["rgba(10, 20, 30, 0.5)", "not-a-colour"],
    ["oklch(0.6 0.1 30 / 0.5)", "not-a-colour"],
    ["oklch(0.9 0.37 140)", "not-a-colour"],
    ["color(display-p3 1.2 0 0)", "not-a-colour"],
    ["RGB 300 0 0", "not-a-colour"],
    ["58/14", "not-a-colour"],
    ["transparent", "not-a-colour"],
    ["currentcolor", "not-a-colour"],
    ["NaN NaN NaN", "not-a-colour"],
    ["1e3 0 0", "not-a-colour"],
    ["120 0 0", "lightness-outside"],
    ["-1 0 0", "lightness-outside"],
    ["50 400 0", "axis-outside"],
    ["LCh 50 -20 40", "axis-outside"],
    ["LCh 120 20 40", "lightness-outside"],
    ["L 50 C 20", "not-a-colour"],
  ])("“%s” is refused as %s", (text, code) => {
    const parsed = parseColor(text);
    expect(parsed.ok ? "read" : parsed.failure.code).toBe(code);
  });
});
