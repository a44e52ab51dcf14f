/** Kinds of palettes that painters start from, filled from one's own box. */
import { deltaE2000 } from "../../core/color/ciede2000";
import { hueDifferenceDegrees, lchFromLab } from "../../core/color/cieLab";
import { readHue } from "../../core/describe/huePlaces";
import type { OpticalModel } from "../../core/spectrum/types";
import { chromaPeak, tintLab } from "../../core/tube/character";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Tube } from "../tube/tube";
import { modelsOfTube, opticsOfTube } from "../tube/optics";

type Slot =
  | { readonly kind: "white" }
  | { readonly kind: "black" }
  /** A bright tube near a hue angle, CIELAB degrees; for washes only a transparent one. */
  | { readonly kind: "hue"; readonly degrees: number; readonly isTransparent?: boolean }
  | { readonly kind: "earth"; readonly family: "yellow earth" | "red earth" | "brown earth" };

export type Template = { readonly name: string; readonly hint: string; readonly slots: readonly Slot[] };

const WHITE: Slot = { kind: "white" };

export const TEMPLATES: readonly Template[] = [
  {
    name: "Three primaries and white",
    hint: "one yellow, one red, one blue: harmony, and quick to learn",
    slots: [WHITE, hue(93), hue(32), hue(275)],
  },
  {
    name: "Split primaries",
    hint: "a warmer and a cooler tube of each: bright secondaries on every side",
    slots: [WHITE, hue(100), hue(82), hue(42), hue(2), hue(295), hue(245)],
  },
  {
    name: "Earths",
    hint: "yellow, red and brown earth with a blue: quiet, and fast to the value",
    slots: [WHITE, earth("yellow earth"), earth("red earth"), earth("brown earth"), hue(285)],
  },
  {
    name: "Two complements and white",
    hint: "an orange and a blue: everything between warm, cool and grey",
    slots: [WHITE, hue(55), hue(270)],
  },
  {
    name: "Four with black",
    hint: "white, black, an ochre and a red: black stands in for blue",
    slots: [WHITE, { kind: "black" }, earth("yellow earth"), hue(36)],
  },
  {
    name: "Transparent three for washes",
    hint: "no white: the paper is the light",
    slots: [wash(95), wash(0), wash(270)],
  },
];

function hue(degrees: number): Slot {
  return { kind: "hue", degrees };
}

function wash(degrees: number): Slot {
  return { kind: "hue", degrees, isTransparent: true };
}

function earth(family: "yellow earth" | "red earth" | "brown earth"): Slot {
  return { kind: "earth", family };
}

export type FilledTemplate = {
  readonly tubeIds: readonly string[];
  /** Slots for which the box has nothing, in words. */
  readonly missing: readonly string[];
};

/** Each slot takes the tube that suits it best and is not taken yet. */
export function fillTemplate({ slots }: Template, box: readonly Tube[]): FilledTemplate {
  const tubeIds: string[] = [];
  const missing: string[] = [];
  for (const slot of slots) {
    const [best] = box
      .filter((tube) => !tubeIds.includes(tube.id) && tube.archivedAt === undefined)
      .map((tube) => ({ id: tube.id, fault: faultOf(tube, slot) }))
      .filter(({ fault }) => Number.isFinite(fault))
      .sort((a, b) => a.fault - b.fault);
    if (best) tubeIds.push(best.id);
    else missing.push(slotWords(slot));
  }
  return { tubeIds, missing };
}

/** Further from its hue than this a tube is another colour. */
const FARTHEST_DEGREES = 40;
const TRANSPARENT: readonly Tube["opacity"][] = ["transparent", "semi-transparent"];
/** What a mixture in the tube, or a dull one, counts beside degrees of hue. */
const MIXTURE_FAULT = 25;
const DULL_FAULT = 0.6;
const BRIGHT_CHROMA = 60;
const SEMI_FAULT = 8;

/** How badly a tube suits a slot; infinite when it does not at all. */
function faultOf(tube: Tube, slot: Slot): number {
  const optics = opticsOfTube(tube);
  const families = modelsOfTube(tube).map((model) => model.family);
  if (!optics) return Number.POSITIVE_INFINITY;
  const mixture = tube.colourIndexNames.length > 1 ? MIXTURE_FAULT : 0;
  switch (slot.kind) {
    case "white":
      return families.every((family) => family === "white") ? whiteFault(optics) + mixture : Infinity;
    case "black":
      return families.every((family) => family === "black") ? mixture : Infinity;
    case "earth":
      return families.every((family) => family === slot.family) ? mixture : Infinity;
    case "hue": {
      if (slot.isTransparent && !TRANSPARENT.includes(tube.opacity)) return Infinity;
      if (families.some((family) => family === "white" || family === "black")) return Infinity;
      const [, chroma, degrees] = lchFromLab(peakOf(optics));
      const turn = Math.abs(hueDifferenceDegrees(slot.degrees, degrees));
      const semi = slot.isTransparent && tube.opacity !== "transparent" ? SEMI_FAULT : 0;
      return turn > FARTHEST_DEGREES
        ? Infinity
        : turn + DULL_FAULT * Math.max(0, BRIGHT_CHROMA - chroma) + mixture + semi;
    }
  }
}

const peaks = new WeakMap<OpticalModel, ReturnType<typeof chromaPeak>["lab"]>();

/** Where the tube is brightest: a dark masstone hides its hue. */
function peakOf(optics: OpticalModel) {
  const known = peaks.get(optics);
  if (known) return known;
  const { lab } = chromaPeak(optics, WHITE_BENCH);
  peaks.set(optics, lab);
  return lab;
}

/** The more opaque of two whites covers better and is the usual one. */
function whiteFault(optics: OpticalModel): number {
  return deltaE2000(tintLab(WHITE_BENCH.white, 0, WHITE_BENCH), tintLab(optics, 0, WHITE_BENCH));
}

function slotWords(slot: Slot): string {
  switch (slot.kind) {
    case "white":
      return "a white";
    case "black":
      return "a black";
    case "earth":
      return `a ${slot.family}`;
    case "hue":
      return `a ${slot.isTransparent ? "transparent " : ""}tube about ${readHue(slot.degrees).place.name}`;
  }
}
