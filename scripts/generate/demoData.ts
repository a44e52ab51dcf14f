/**
 * Writes public/demo/slipway.json: two made-up paintings with box, palettes, notes, piles, readings and a
 * log of thirty matches. Run after demoPicture.ts, whose picture it samples.
 *
 * Nothing in it is invented as a number: targets are sampled from the picture or listed below, recipes come
 * from the search, results from mixing simulated true tubes that differ from the generic models, readings
 * are those results misjudged as an eye does.
 */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import {
  createRng,
  DEFAULT_QUERY,
  DEFAULT_SIZES,
  deltaE2000,
  findPigment,
  type LabD65,
  labD65,
  labFromXyz,
  type OpticalModel,
  type PigmentModel,
  PAINT_SURFACE,
  VIEWING,
  xyzFromReflectance,
} from "../../src/core";
import { MixtureEvaluator } from "../../src/core/mixing/mixtureEvaluator";
import { answeredOf, signsOf } from "../../src/domain/practice/answered";
import { drawSession } from "../../src/domain/practice/drawSession";
import { nextApart } from "../../src/domain/practice/progress";
import { screenQuestions } from "../../src/domain/practice/screenCheck";
import { weaknessOf } from "../../src/domain/practice/weakness";
import { recallOf } from "../../src/kit/practice/recall";
import { answerOf, type Learner } from "../../tests/support/practiceLearners";
import { handLadder } from "../../src/core/amounts/amounts";
import { roundOn } from "../../src/core/amounts/ladder";
import { mixtureReflectance } from "../../src/core/mixing/mixture";
import { neighboursOf, type PixelImage, samplePixels } from "../../src/core/picture/pixels";
import { paletteMixer } from "../../src/core/recipe/paletteMixer";
import { simulateSurface, simulateTube, USUAL_DEVIATION } from "../../src/devices/simulatedPaint";
import { valueText } from "../../src/core/describe/valueScale";
import { DEFAULT_SETTINGS } from "../../src/domain/settings/settings";
import { recipeOfCell } from "../../src/domain/strings/cellRecipe";
import { USUAL_HABIT } from "../../src/core/layers/filmHabit";
import { stackOver } from "../../src/core/layers/stack";
import { labFromReflectance } from "../../src/core/spectrum/colorimetry";
import { CARDS, seenOfGround } from "../../src/domain/ground/seenGround";
import type { Chart } from "../../src/domain/charts/chart";
import { blankPages, layoutOf } from "../../src/domain/charts/blankLayout";
import { chartDrawings } from "../../src/features/charts/chartDrawing";
import { fixedSheets } from "../../src/domain/charts/fixedSheets";
import { cellFigures } from "../../src/words/charts";
import { cornersOf, photoOf, type Taken } from "../../tests/support/sheetPhotos";
import { chartRequest } from "../../src/domain/charts/chartRequest";
import { chartSheets } from "../../src/domain/charts/chartSheets";
import { thicknessOf } from "../../src/domain/layers/film";
import type { Grid } from "../../src/domain/strings/grid";
import { gridPlan } from "../../src/domain/strings/gridPlan";
import { gridQuestion } from "../../src/domain/strings/gridQuestion";
import { newGrid, type NewString, noteBase, stringOf } from "../../src/domain/strings/newString";
import { createPaletteApi } from "../../src/workers/paletteApi";
import type { Tube } from "../../src/domain/tube/tube";
import { type DemoFile, demoFileSchema } from "../../src/persistence/demo";
import { tubeFromModel } from "../../src/domain/tube/newTube";
import type { StoredColor } from "../../src/domain/reading/storedColor";
import { ROOT } from "./files";

const SEED = 20_260_413;
const DAY_MS = 86_400_000;
const MADE_AT = 60 * DAY_MS;
const PAINTING = "slipway";
const STUDIES = "studies";
const LANE = "painting-lane";
const PICTURE = "slipway-picture";

const BOX = [
  "titanium-white",
  "arylide-yellow",
  "pyrrole-red",
  "prussian-blue",
  "raw-umber",
  "yellow-ochre",
  "burnt-sienna",
  "transparent-red-oxide",
  "cadmium-yellow-light",
  "cadmium-red-light",
  "quinacridone-magenta",
  "ultramarine-blue",
  "viridian",
  "ivory-black",
] as const;
const PALETTE = BOX.slice(0, 5);

const SPOTS = [
  { name: "Sand, wet", x: 560, y: 850, radius: 18 },
  { name: "Rope", x: 1395, y: 608, radius: 9 },
  { name: "Rust streak", x: 1087, y: 610, radius: 11 },
  { name: "Hull, shadow side", x: 940, y: 612, radius: 18 },
  { name: "Lichen", x: 355, y: 428, radius: 14 },
  { name: "Keel tar", x: 662, y: 780, radius: 16 },
  { name: "Sky in puddle", x: 1180, y: 1010, radius: 18 },
  { name: "Slip wall", x: 295, y: 500, radius: 16 },
  { name: "Buoy", x: 1368, y: 806, radius: 20 },
];

const STUDY_TARGETS: readonly (readonly [string, number, number, number])[] = [
  ["Brick, sunlit", 52, 22, 21],
  ["Brick, shade", 36, 15, 13],
  ["Ivy leaf", 40, -13, 18],
  ["Ivy, underside", 60, -10, 15],
  ["Slate roof", 42, -2, -6],
  ["Slate, wet", 31, -1, -4],
  ["Oat biscuit", 72, 6, 25],
  ["Crust of bread", 48, 12, 26],
  ["Linen cloth", 84, 1, 9],
  ["Linen, fold", 66, 2, 10],
  ["Pewter jug", 56, -1, -3],
  ["Pewter, dark side", 34, 0, -2],
  ["Plum skin", 31, 9, -1],
  ["Terracotta pot", 55, 22, 24],
  ["Terracotta, rim light", 70, 17, 21],
  ["Moss on step", 48, -9, 26],
  ["Lemon, half shade", 70, 0, 50],
  ["Envelope", 76, 4, 18],
  ["Old brass key", 50, 5, 28],
  ["Sea at noon", 52, -13, -15],
  ["Sea, far", 64, -9, -12],
  ["Winter sky", 80, -3, -7],
  ["Pink shell", 78, 11, 9],
  ["Rosehip", 42, 32, 20],
  ["Coal", 27, 0, 1],
  ["Driftwood", 62, 3, 12],
  ["Bottle glass", 38, -13, 6],
  ["Biscuit tin", 58, -6, 8],
];

const rng = createRng(SEED);

function opticsOf(id: string): OpticalModel {
  const model = findPigment(id);
  if (!model) throw new Error(`No pigment ${id}`);
  return model.optics;
}

/** Made up, in no currency: what each tube of 37 ml cost, and the millilitres that are left of it. */
const PRICE_AND_STOCK = [
  [9.5, 21],
  [11, 30],
  [16.5, 18],
  [12.5, 33],
  [8, 12],
  [8.5, 26],
  [19, 5],
] as const;

function requirePigment(id: string): PigmentModel {
  const model = findPigment(id);
  if (!model) throw new Error(`No pigment ${id}`);
  return model;
}

const tubes: Tube[] = BOX.map((modelId, position) => {
  const model = requirePigment(modelId);
  const [price = 9, stockMl = 30] = PRICE_AND_STOCK[position % PRICE_AND_STOCK.length] ?? [];
  return {
    ...tubeFromModel(model),
    id: modelId,
    grade: "artist",
    price,
    volumeMl: 37,
    stockMl,
    position,
    addedAt: MADE_AT - 50 * DAY_MS,
  };
});

tubes.push({
  ...tubeFromModel(requirePigment("arylide-yellow")),
  id: "reed-green",
  label: "Reed green",
  colourIndexNames: ["PY74", "PG7"],
  grade: "student",
  optics: { modelIds: ["arylide-yellow", "phthalo-green-bs"], isLookAlike: false, calibrations: [] },
  opacity: "semi-transparent",
  price: 6.5,
  volumeMl: 37,
  stockMl: 37,
  position: tubes.length,
  addedAt: MADE_AT - 8 * DAY_MS,
});

/** For the watercolour: transparent paints, and one that granulates. */
const WATERCOLOURS = [
  "indanthrone-blue",
  "quinacridone-rose",
  "transparent-yellow-oxide",
  "cobalt-teal",
] as const;
WATERCOLOURS.forEach((modelId, i) => {
  const tube = tubeFromModel(requirePigment(modelId));
  tubes.push({
    ...tube,
    id: `water-${modelId}`,
    medium: "watercolour",
    grade: "artist",
    price: 7 + i,
    volumeMl: 8,
    stockMl: 6,
    position: tubes.length,
    addedAt: MADE_AT - 20 * DAY_MS,
  });
});

const trueTubes = PALETTE.map((id) => simulateTube(opticsOf(id), USUAL_DEVIATION, rng));
const trueSurface = simulateSurface(rng);
const mixer = paletteMixer(
  PALETTE.map((id) => ({ optics: opticsOf(id), isBlack: false })),
  VIEWING.D65,
  PAINT_SURFACE,
);

type Part = { tube: number; parts: number };

function trueColor(parts: readonly Part[]): LabD65 {
  const volumes = parts.map(({ tube, parts: volume }) => ({
    optics: trueTubes[tube] ?? opticsOf(""),
    volume,
  }));
  const view = VIEWING.D65;
  return labFromXyz(xyzFromReflectance(mixtureReflectance(volumes, trueSurface), view), view.white);
}

/** A painter's own next step: the single addition that looks best, tried in the mind. */
function bestSingleAddition(pile: readonly Part[], target: LabD65): Part | undefined {
  let best: { part: Part; difference: number } | undefined;
  const before = deltaE2000(target, trueColor(pile));
  for (let tube = 0; tube < PALETTE.length; tube++) {
    for (const amount of [1 / 64, 1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2]) {
      const part = { tube, parts: roundOn(handLadder(DEFAULT_SIZES), amount) };
      const difference = deltaE2000(target, trueColor([...pile, part]));
      if (difference < (best?.difference ?? before)) best = { part, difference };
    }
  }
  return best?.part;
}

/** While it is being made, its lists grow. */
type DemoDraft = {
  -readonly [Key in keyof DemoFile]: DemoFile[Key] extends readonly (infer Row)[] ? Row[] : DemoFile[Key];
};

const file: DemoDraft = {
  format: "gaman-demo",
  madeAt: MADE_AT,
  currentPaintingId: PAINTING,
  paintings: [
    {
      id: STUDIES,
      name: "Things on the sill",
      paletteId: "palette-studies",
      createdAt: MADE_AT - 45 * DAY_MS,
    },
    {
      id: LANE,
      name: "Lane after rain",
      paletteId: "palette-lane",
      createdAt: MADE_AT - 18 * DAY_MS,
    },
    {
      id: PAINTING,
      name: "Slipway, low tide",
      pictureId: PICTURE,
      paletteId: "palette-slipway",
      createdAt: MADE_AT - 6 * DAY_MS,
    },
  ],
  picture: {
    id: PICTURE,
    paintingId: PAINTING,
    fileName: "slipway.jpg",
    widthPx: 1600,
    heightPx: 1060,
    originalWidthPx: 1600,
    originalHeightPx: 1060,
    addedAt: MADE_AT - 6 * DAY_MS,
  },
  tubes,
  palettes: [
    {
      id: "palette-slipway",
      paintingId: PAINTING,
      name: "Five for the slipway",
      tubeIds: [...PALETTE],
      remark: "Umber for the tar and the wet stone; the buoy will have to be duller than it is.",
    },
    {
      id: "palette-earths",
      paintingId: PAINTING,
      name: "Earths and one blue",
      tubeIds: ["titanium-white", "yellow-ochre", "burnt-sienna", "raw-umber", "ultramarine-blue"],
      remark: "",
    },
    {
      id: "palette-studies",
      paintingId: STUDIES,
      name: "Five for the sill",
      tubeIds: [...PALETTE],
      remark: "",
    },
    {
      id: "palette-lane",
      paintingId: LANE,
      name: "Four washes",
      tubeIds: WATERCOLOURS.map((id) => `water-${id}`),
      remark: "",
    },
  ],
  notes: [],
  recipes: [],
  piles: [],
  readings: [],
  matches: [],
  grids: [],
  layerings: [],
  scraps: [],
  charts: [],
  practices: [],
  foundSeries: [],
};

function stored(lab: LabD65, source: StoredColor["source"], uncertaintyDeltaE2000: number): StoredColor {
  const rounded = (value: number): number => Math.round(value * 1000) / 1000;
  return {
    space: "cielab-2deg",
    light: "D65",
    lab: [rounded(lab[0]), rounded(lab[1]), rounded(lab[2])],
    source,
    uncertaintyDeltaE2000,
  };
}

type NoteRow = DemoFile["notes"][number];

/** Mixes a note's recipe from the true tubes, with up to `corrections` further additions. */
function mixNote(
  note: NoteRow,
  startedAt: number,
  corrections: number,
  ending: "match" | "reading" | "piled",
): void {
  const target = labD65(...note.target.lab);
  const [recipe] = mixer.recipesFor(
    { ...DEFAULT_QUERY, target },
    { unit: "parts", sizes: DEFAULT_SIZES },
  ).recipes;
  if (!recipe) throw new Error("No recipe");
  const laid: Part[] = recipe.parts.map((part, i) => ({
    tube: part.tube,
    parts: recipe.laidDown.volumes[i] ?? 0,
  }));
  const suggested = laid.length;
  // A hand lays down what was asked to within about a tenth.
  const pile = laid.map((part) => ({ ...part, parts: part.parts * Math.exp(0.07 * rng.normal()) }));
  for (let step = 0; step < corrections; step++) {
    const part = bestSingleAddition(pile, target);
    if (part) pile.push(part);
  }
  const recipeId = `recipe-${note.id}`;
  const pileId = `pile-${note.id}`;
  const minute = 60_000;
  file.recipes.push({
    id: recipeId,
    noteId: note.id,
    amounts: laid.map((part) => ({ tubeId: PALETTE[part.tube] ?? "", parts: part.parts })),
    shares: recipe.parts.map((part) => part.share),
    predicted: stored(recipe.laidDown.predicted, "predicted", 4),
    deltaE2000: recipe.laidDown.deltaE2000,
    reasons: [...recipe.reasons],
    createdAt: startedAt,
  });
  const shown = ending === "piled" ? pile.slice(0, suggested - 1) : pile;
  file.piles.push({
    id: pileId,
    noteId: note.id,
    recipeId,
    paintingId: note.paintingId,
    additions: shown.map((part, i) => ({
      turn: i + 1,
      tubeId: PALETTE[part.tube] ?? "",
      parts: Math.round(part.parts * 1000) / 1000,
      ...(i < suggested ? { suggestedParts: laid[i]?.parts ?? part.parts } : {}),
      addedAt: startedAt + (i + 1) * minute,
    })),
    state: ending === "match" ? "kept" : "open",
    createdAt: startedAt,
  });
  if (ending === "piled") return;
  const truth = trueColor(shown);
  const readAt = startedAt + (shown.length + 2) * minute;
  const read = labD65(
    Math.min(100, truth[0] + 0.8 * rng.normal()),
    truth[1] + 0.9 * rng.normal(),
    truth[2] + 0.9 * rng.normal(),
  );
  const result = stored(read, "by-eye", 2);
  file.readings.push({
    id: `reading-${note.id}`,
    noteId: note.id,
    pileId,
    turn: shown.length + 1,
    color: result,
    film: "wet",
    takenAt: readAt,
  });
  if (ending === "reading") return;
  const isChecked = note.state === "checked";
  file.matches.push({
    id: `match-${note.id}`,
    paintingId: note.paintingId,
    noteId: note.id,
    pileId,
    readingId: `reading-${note.id}`,
    target: note.target,
    result,
    deltaE2000: deltaE2000(target, labD65(...result.lab)),
    verdict: isChecked ? "confirmed" : "provisional",
    keptAt: readAt + minute,
    ...(isChecked ? { checkedAt: readAt + DAY_MS } : {}),
    remark: "",
  });
}

const pictureFile = path.join(ROOT, "public/demo/slipway.jpg");
const { data, info } = await sharp(readFileSync(pictureFile))
  .ensureAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
const image: PixelImage = { widthPx: info.width, heightPx: info.height, rgba: data, space: "srgb" };

STUDY_TARGETS.forEach(([name, l, a, b], i) => {
  const startedAt = Math.round(MADE_AT - (44 - 1.3 * i) * DAY_MS);
  const note: NoteRow = {
    id: `study-${i + 1}`,
    paintingId: STUDIES,
    number: i + 1,
    name,
    target: stored(labD65(l, a, b), "typed", 1),
    state: "checked",
    createdAt: startedAt - 3_600_000,
  };
  file.notes.push(note);
  // The box becomes familiar: fewer corrections as the weeks go by.
  mixNote(note, startedAt, i < 9 ? 3 : i < 19 ? 2 : 1, "match");
});

SPOTS.forEach((spot, i) => {
  const sample = samplePixels(image, spot.x, spot.y, spot.radius);
  if (!sample) throw new Error(`${spot.name} lies outside the picture`);
  const states = ["checked", "drying", "mixing", "mixing"] as const;
  const note: NoteRow = {
    id: `note-${i + 1}`,
    paintingId: PAINTING,
    number: i + 1,
    name: spot.name,
    target: stored(sample.lab, "picture", 3),
    place: {
      xPx: spot.x,
      yPx: spot.y,
      radiusPx: spot.radius,
      pictureId: PICTURE,
      isCorrected: false,
      neighbours: neighboursOf(image, spot.x, spot.y, spot.radius).map(({ side, lab }) => ({
        side,
        color: stored(lab, "picture", 3),
      })),
      nudges: [],
      pixelCount: sample.pixelCount,
      spreadDeltaE2000: Math.round(sample.spreadDeltaE2000 * 100) / 100,
      light: stored(sample.light, "picture", 3),
      dark: stored(sample.dark, "picture", 3),
    },
    state: states[i] ?? "open",
    createdAt: MADE_AT - 5 * DAY_MS + i * 120_000,
  };
  file.notes.push(note);
  if (i === 0) mixNote(note, MADE_AT - 4 * DAY_MS, 2, "match");
  if (i === 1) mixNote(note, MADE_AT - 3.5 * DAY_MS, 1, "match");
  if (i === 2) mixNote(note, MADE_AT - 40 * 60_000, 0, "piled");
  if (i === 3) mixNote(note, MADE_AT - 75 * 60_000, 0, "reading");
});

/** Strings of four notes on common values; of the rust three piles were laid yesterday and are used up. */
function planStrings(): void {
  const string = (name: string): NewString => {
    const note = file.notes.find((one) => one.paintingId === PAINTING && one.name === name);
    if (!note) throw new Error(`No note ${name}`);
    return stringOf(name, noteBase(note), DEFAULT_SETTINGS.school);
  };
  const grid: Grid = {
    ...newGrid(PAINTING, "Strings for the slipway", DEFAULT_SETTINGS.scale),
    id: "grid-slipway",
    strings: ["Rust streak", "Sand, wet", "Lichen", "Hull, shadow side"].map((name, i) => ({
      ...string(name),
      id: `string-${i + 1}`,
    })),
    taken: [],
    createdAt: MADE_AT - 2 * DAY_MS,
  };
  const board = PALETTE.flatMap((id) => tubes.find((tube) => tube.id === id) ?? []);
  const asked = gridQuestion(grid, {
    board,
    box: tubes,
    notes: file.notes,
    tubeById: new Map(tubes.map((tube) => [tube.id, tube])),
    settings: DEFAULT_SETTINGS,
    lightener: "white",
  });
  if (!asked) throw new Error("No strings");
  const plan = gridPlan(
    grid,
    asked,
    createPaletteApi().strings(asked.request, () => undefined),
    1,
  );
  const laid = (plan.columns[0]?.cells ?? []).slice(1, 4);
  const taken = laid.map((cell, i) => {
    const name = `Rust streak, value ${valueText(cell.row, DEFAULT_SETTINGS.scale)}`;
    const recipeId = `recipe-string-${i + 1}`;
    const startedAt = MADE_AT - DAY_MS + i * 600_000;
    const recipe = recipeOfCell(cell, name, undefined);
    file.recipes.push({
      ...recipe,
      predicted: stored(labD65(...recipe.predicted.lab), "predicted", 4),
      id: recipeId,
      createdAt: startedAt,
    });
    const additions = recipe.amounts.map(({ tubeId, parts }) => ({
      tubeId,
      parts: Math.round(parts * Math.exp(0.05 * rng.normal()) * 1000) / 1000,
      suggestedParts: parts,
      turn: 1,
      addedAt: startedAt + 60_000,
    }));
    const truth = trueColor(
      additions.map(({ tubeId, parts }) => ({
        tube: PALETTE.indexOf(tubeId as (typeof PALETTE)[number]),
        parts,
      })),
    );
    const pileId = `pile-string-${i + 1}`;
    file.piles.push({
      id: pileId,
      paintingId: PAINTING,
      name,
      recipeId,
      additions,
      state: "kept",
      leftParts: 0,
      createdAt: startedAt,
    });
    file.readings.push({
      id: `reading-string-${i + 1}`,
      pileId,
      turn: 2,
      color: stored(
        labD65(truth[0] + 0.8 * rng.normal(), truth[1] + 0.9 * rng.normal(), truth[2] + 0.9 * rng.normal()),
        "by-eye",
        2,
      ),
      film: "wet",
      takenAt: startedAt + 180_000,
    });
    return { stringId: cell.stringId, row: cell.row, recipeId };
  });
  file.grids.push({ ...grid, taken });
}

/** A watercolour of its own: a few notes, nothing laid yet. */
function noteTheLane(): void {
  const targets: readonly (readonly [string, number, number, number])[] = [
    ["Sky, first wash", 88, -2, -7],
    ["Far hill", 70, -3, -10],
    ["Wet road", 58, 5, 2],
    ["Gate post", 34, 4, -4],
    ["Rosehips", 54, 34, 16],
  ];
  targets.forEach(([name, l, a, b], i) => {
    file.notes.push({
      id: `lane-${i + 1}`,
      paintingId: LANE,
      number: i + 1,
      name,
      target: stored(labD65(l, a, b), "typed", 1),
      state: "open",
      createdAt: MADE_AT - 17 * DAY_MS + i * 60_000,
    });
  });
  file.layerings.push({
    id: "layers-lane",
    paintingId: LANE,
    name: "Hill over the sky",
    noteId: "lane-2",
    ground: { kind: "paper", name: "White paper", isWet: false, absorbency: "some" },
    layers: [
      {
        id: "wash-sky",
        name: "Indanthrone blue",
        amounts: [{ tubeId: "water-indanthrone-blue", parts: 1 }],
        thinner: "water",
        thinnerShare: 0.985,
        passes: 1,
        coverShare: 1,
        takenUpShare: 0,
      },
      {
        id: "wash-hill",
        name: "Cobalt teal",
        amounts: [{ tubeId: "water-cobalt-teal", parts: 1 }],
        thinner: "water",
        thinnerShare: 0.95,
        passes: 1,
        coverShare: 1,
        takenUpShare: 0,
      },
    ],
    createdAt: MADE_AT - 16 * DAY_MS,
  });
}

/** Rust over the hull: planned in two films, the lower one tried on a card and read. */
function planLayers(): void {
  const glaze = {
    id: "glaze-rust",
    name: "Transparent red oxide",
    amounts: [{ tubeId: "transparent-red-oxide", parts: 1 }],
    thinner: "medium" as const,
    thinnerShare: 0.9,
    passes: 1,
    coverShare: 1,
    takenUpShare: 0,
  };
  file.layerings.push({
    id: "layers-hull",
    paintingId: PAINTING,
    name: "Rust over the hull",
    noteId: "note-3",
    ground: { kind: "note", name: "Hull, shadow side", ofId: "note-4", isWet: false },
    layers: [
      glaze,
      {
        ...glaze,
        id: "drybrush-sienna",
        name: "Burnt sienna",
        amounts: [{ tubeId: "burnt-sienna", parts: 1 }],
        thinnerShare: 0.2,
        coverShare: 0.35,
      },
    ],
    createdAt: MADE_AT - 1.5 * DAY_MS,
  });
  const own = 1.25;
  const truth = simulateTube(opticsOf("transparent-red-oxide"), USUAL_DEVIATION, rng);
  file.scraps.push({
    id: "scrap-rust",
    paintingId: PAINTING,
    name: "Red oxide, thin, on the card",
    layers: [glaze],
    readings: [CARDS.light, CARDS.dark].map((ground) => {
      const seen = seenOfGround(ground, { labOf: () => undefined });
      if (!seen) throw new Error("No card");
      const film = {
        optics: truth,
        thickness: own * thicknessOf(0.9, USUAL_HABIT),
        passes: 1,
        coverShare: 1,
      };
      const lab = labFromReflectance(stackOver(seen, [film], trueSurface)[1] ?? seen, VIEWING.D65);
      return {
        ground: {
          ...ground,
          ...(ground.color && { color: stored(labD65(...ground.color.lab), "typed", 4) }),
        },
        color: stored(
          labD65(lab[0] + 0.8 * rng.normal(), lab[1] + 0.9 * rng.normal(), lab[2] + 0.9 * rng.normal()),
          "by-eye",
          2,
        ),
      };
    }),
    readAt: MADE_AT - DAY_MS,
  });
}

/** A chart of two tubes in five ratios, with two rows that were painted and read. */
async function chartThePair(): Promise<void> {
  const [white, yellow, , blue] = PALETTE;
  const chart: Chart = {
    id: "chart-greens",
    paintingId: PAINTING,
    name: "Greens of yellow and blue",
    kind: "ratios",
    tubeIds: [yellow ?? "", blue ?? ""],
    balance: "strength",
    tintRule: "white",
    steps: 5,
    readings: [],
    createdAt: MADE_AT - 3 * DAY_MS,
  };
  const tubeById = new Map(tubes.map((tube) => [tube.id, tube]));
  const asked = chartRequest(
    chart,
    tubeById,
    tubes.filter(({ id }) => id === white),
    "white",
  );
  if (!asked.ok) throw new Error("No chart");
  const rows = chartSheets(asked.request)[0]?.rows.slice(1, 3) ?? [];
  const readings = rows.flatMap(({ cells }) =>
    cells.flatMap((cell) => {
      if (!cell) return [];
      const truth = trueColor(
        cell.doses.map(({ tube, parts }) => ({
          tube: PALETTE.indexOf((asked.tubes[tube]?.id ?? "") as (typeof PALETTE)[number]),
          parts: parts * Math.exp(0.05 * rng.normal()),
        })),
      );
      const read = labD65(
        Math.min(100, truth[0] + 0.6 * rng.normal()),
        truth[1] + 0.7 * rng.normal(),
        truth[2] + 0.7 * rng.normal(),
      );
      return [{ cell: cell.key, color: stored(read, "by-eye", 2) }];
    }),
  );
  file.charts.push({
    ...chart,
    fixed: fixedSheets(chartSheets(asked.request), asked.tubes),
    lightener: "white",
    readings,
  });

  // The whole sheet painted, and photographed by a window.
  const [sheet] = chartSheets(asked.request);
  const [page] = sheet ? blankPages(sheet) : [];
  if (!sheet || !page) throw new Error("No sheet");
  const layout = layoutOf(sheet, page);
  const painted = sheet.rows.flatMap(({ cells }) =>
    cells.flatMap((cell, column) =>
      cell
        ? [
            {
              key: cell.key,
              // One cell was forgotten.
              lab:
                column === 3 && cell.doses.length === 2
                  ? undefined
                  : trueColor(
                      cell.doses.map(({ tube, parts }) => ({
                        tube: PALETTE.indexOf((asked.tubes[tube]?.id ?? "") as (typeof PALETTE)[number]),
                        parts: parts * Math.exp(0.05 * rng.normal()),
                      })),
                    ),
            },
          ]
        : [],
    ),
  );
  const taken: Taken = {
    tilt: 14,
    rotation: 3,
    fallOff: 0.25,
    color: [1, 0.93, 0.8],
    noise: 2,
    glares: 2,
    barrel: 0.02,
    blur: 0.6,
    jpegQuality: 88,
    seed: 7,
  };
  const [printed] = chartDrawings(
    {
      chartId: chart.id,
      chart: chart.name,
      painting: file.paintings.find(({ id }) => id === PAINTING)?.name ?? "",
      sheet,
      place: 0,
      total: "",
      linesOf: (row, column) => {
        const cell = sheet.rows[row]?.cells[column];
        return cell ? cellFigures(cell, asked.tubes) : [];
      },
    },
    page.format,
  );
  if (!printed) throw new Error("No blank");
  const photo = await photoOf({ printed, layout, painted }, taken);
  writeFileSync(path.join(ROOT, "public/demo/greens-sheet.jpg"), photo.jpeg);
  const corners = cornersOf(layout, taken).map((corner) => corner.map(Math.round));
  process.stdout.write(`wrote public/demo/greens-sheet.jpg, marks at ${JSON.stringify(corners)}\n`);
}

/** Four weeks of practice by somebody who says colours too dark and too dull, and gets better at it. */
function practise(): void {
  const rng = createRng(20261129);
  const palette = new MixtureEvaluator(PALETTE.map(opticsOf), VIEWING.D65, PAINT_SURFACE);
  const cent = (value: number): number => Math.round(value * 100) / 100;
  const rounded = (lab: LabD65): LabD65 => labD65(cent(lab[0]), cent(lab[1]), cent(lab[2]));
  const tubes = PALETTE.map((id) => {
    const tube = file.tubes.find((one) => one.id === id);
    return { label: tube?.label ?? id, tubeId: id };
  });
  const first = MADE_AT - 28 * DAY_MS;
  for (let day = 0; day < 28; day++) {
    // Nobody practises every day.
    if (rng.next() < 0.4) continue;
    const startedAt = first + day * DAY_MS + 2 * 60 * 60_000;
    const before = answeredOf(file.practices);
    const signs = signsOf(before);
    const seed = rng.below(1 << 30);
    const questions = [
      ...(file.practices.length === 0 ? screenQuestions(seed) : []),
      ...drawSession(palette, {
        seed,
        ...weaknessOf(signs, recallOf(signs, startedAt).of),
        seconds: 300,
        apart: nextApart(before),
        screen: { least: 0, most: 100 },
        start: "weakest",
        isValueFirst: false,
      }),
    ].map((question) => ({
      ...question,
      patches: question.patches.map(rounded),
      choices: question.choices.map(({ lab, ...choice }) => ({
        ...choice,
        ...(lab && { lab: rounded(lab) }),
      })),
      ...(question.around && { around: rounded(question.around) }),
    }));
    const skill = 1 - day / 60;
    const learner: Learner = {
      bias: { value: -6 * skill, chroma: -4 * skill, hue: 1 },
      noise: { value: 6 * skill, chroma: 6 * skill, hue: 6 * skill },
      missOf: ({ drill }) => (drill === "screen" ? 0 : 0.4 * skill),
    };
    file.practices.push({
      id: `practice-${day}`,
      startedAt,
      level: "own",
      seed,
      tubes,
      questions,
      answers: questions.map((question, i) => ({
        at: startedAt + (i + 1) * 20_000,
        given: answerOf(learner, question, rng),
      })),
      endedAt: startedAt + questions.length * 20_000 + 1000,
    });
  }
  const things = ["Rail post", "Wet rope", "Own hand", "Bench lid", "Gull feather", "Tar bucket"] as const;
  file.foundSeries.push({
    id: "round-the-slipway",
    name: "Round the slipway",
    wanted: 30,
    createdAt: MADE_AT - 9 * DAY_MS,
    colours: things.map((name, i) => {
      const color = labD65(30 + 9 * i, 6 - 3 * i, 4 + 5 * ((i * 2) % 5));
      const isRead = i < 4;
      return {
        id: `found-${i}`,
        name,
        ...(i < 5 && { said: labD65(26 + 9 * i, 5 - 3 * i, 3 + 4 * ((i * 2) % 5)) }),
        ...(isRead && { color: stored(color, "picture", 2) }),
      };
    }),
  });
}

planStrings();
noteTheLane();
planLayers();
await chartThePair();
practise();
const checked = demoFileSchema.parse(file);
writeFileSync(path.join(ROOT, "public/demo/slipway.json"), `${JSON.stringify(checked)}\n`);
for (const note of checked.notes.filter(({ paintingId }) => paintingId === PAINTING)) {
  const target = labD65(...note.target.lab);
  const report = mixer.recipesFor({ ...DEFAULT_QUERY, target }, { unit: "parts", sizes: DEFAULT_SIZES });
  const closest = Math.min(...report.recipes.map((recipe) => recipe.deltaE2000));
  process.stdout.write(
    `${note.name.padEnd(20)} ${note.target.lab.map((v) => v.toFixed(1)).join(" ")}  ΔE00 ${closest.toFixed(2)}\n`,
  );
}
const spread = checked.matches.map((match) => match.deltaE2000).sort((a, b) => a - b);
process.stdout.write(
  `wrote public/demo/slipway.json: ${checked.matches.length} matches, median ΔE00 ${spread[Math.floor(spread.length / 2)]?.toFixed(2) ?? ""}, largest ${spread.at(-1)?.toFixed(2) ?? ""}\n`,
);
