/** A recipe on one card, drawn as SVG: what it was for, how it came out, and what goes in, in order. */
import type { LabD65 } from "../../core/color/types";
import { cssFromLab } from "../../ui/color";

/** Size of the printed card: A6, lying. */
export const CARD_MM = { width: 148, height: 105 } as const;
/** Units of the drawing to the millimetre. */
const PER_MM = 10;
const WIDTH = CARD_MM.width * PER_MM;
const HEIGHT = CARD_MM.height * PER_MM;
const MARGIN = 60;

export type RecipeCard = {
  readonly title: string;
  readonly painting: string;
  readonly target: { readonly lab: LabD65; readonly words: string };
  readonly result: { readonly lab: LabD65; readonly words: string };
  /** "ΔE 0.6; kept wet on 3 November 2026, checked dry". */
  readonly verdict: string;
  /** In the order of laying down. */
  readonly doses: readonly {
    readonly name: string;
    readonly amount: string;
    readonly exact: string;
    /** Of the whole, [0, 1]. */
    readonly share: number;
    readonly tint: LabD65 | undefined;
  }[];
  readonly remark: string;
};

const MOST_DOSES = 8;

/** @param font - the typeface as a data address; without one the reader's own is taken. */
export function recipeCardSvg(card: RecipeCard, font?: string): string {
  const parts = [
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#ffffff"/>`,
    text(MARGIN, 108, card.title, { size: 62, weight: 700, width: WIDTH - 2 * MARGIN }),
    text(MARGIN, 158, card.painting, { size: 34, width: WIDTH - 2 * MARGIN }),
    ...patches(card),
    text(MARGIN, 506, card.verdict, { size: 30, width: WIDTH - 2 * MARGIN }),
    ...ribbon(card),
    ...doses(card),
    ...(card.remark === ""
      ? []
      : [text(MARGIN, HEIGHT - 40, card.remark, { size: 30, width: WIDTH - 2 * MARGIN, isSlanted: true })]),
  ];
  const face = font
    ? `<style>@font-face{font-family:card;src:url(${font}) format("woff2");font-weight:200 800}</style>`
    : "";
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${CARD_MM.width}mm" height="${CARD_MM.height}mm" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="card, sans-serif" fill="#111111">`,
    `<title>${escaped(`${card.title}: ${card.doses.map(({ amount, name }) => `${amount} ${name}`).join(", ")}`)}</title>`,
    face,
    ...parts,
    "</svg>",
  ].join("");
}

const PATCH = { top: 190, height: 180 } as const;

/** Target and result touch: no gap, no line between them. */
function patches({ target, result }: RecipeCard): string[] {
  const half = (WIDTH - 2 * MARGIN) / 2;
  return [target, result].flatMap(({ lab, words }, i) => [
    `<rect x="${MARGIN + i * half}" y="${PATCH.top}" width="${half}" height="${PATCH.height}" fill="${cssFromLab(lab)}" shape-rendering="crispEdges"/>`,
    text(MARGIN + i * half, PATCH.top + PATCH.height + 40, i === 0 ? "Target" : "Result", {
      size: 28,
      weight: 700,
      width: half,
    }),
    text(MARGIN + i * half, PATCH.top + PATCH.height + 76, words, { size: 28, width: half - 10 }),
  ]);
}

const RIBBON = { top: 536, height: 56 } as const;

function ribbon({ doses: list }: RecipeCard): string[] {
  const whole = WIDTH - 2 * MARGIN;
  let x = MARGIN;
  return list.map(({ share, tint }) => {
    const width = share * whole;
    const fill = tint ? cssFromLab(tint) : "none";
    const rect = `<rect x="${x.toFixed(1)}" y="${RIBBON.top}" width="${width.toFixed(1)}" height="${RIBBON.height}" fill="${fill}" stroke="#111111" stroke-width="1"/>`;
    x += width;
    return rect;
  });
}

const LIST = { top: 656, line: 46 } as const;

function doses({ doses: list }: RecipeCard): string[] {
  const shown = list.length > MOST_DOSES ? list.slice(0, MOST_DOSES - 1) : list;
  const rest = list.length - shown.length;
  const lines = shown.flatMap(({ amount, name, exact, share }, i) => {
    const y = LIST.top + i * LIST.line;
    return [
      text(MARGIN, y, `${i + 1}`, { size: 34, width: 40 }),
      text(MARGIN + 50, y, `${amount} ${name}`, { size: 36, weight: 600, width: 900 }),
      text(WIDTH - MARGIN, y, `${exact}, ${(100 * share).toFixed(1)} %`, {
        size: 32,
        width: 400,
        isEnd: true,
      }),
    ];
  });
  return rest > 0
    ? [
        ...lines,
        text(MARGIN + 50, LIST.top + shown.length * LIST.line, `and ${rest} more`, { size: 34, width: 900 }),
      ]
    : lines;
}

/** Mean advance of a letter against the size of the type. */
const LETTER = 0.48;

function text(
  x: number,
  y: number,
  words: string,
  {
    size,
    width,
    weight = 400,
    isEnd = false,
    isSlanted = false,
  }: { size: number; width: number; weight?: number; isEnd?: boolean; isSlanted?: boolean },
): string {
  const most = Math.max(4, Math.floor(width / (LETTER * size)));
  const line = words.replace(/\s+/g, " ").trim();
  // Cut between letters as a reader sees them, not inside one.
  const letters = Array.from(new Intl.Segmenter("en").segment(line), ({ segment }) => segment);
  const shown = letters.length > most ? `${letters.slice(0, most - 1).join("")}…` : line;
  const anchor = isEnd ? ' text-anchor="end"' : "";
  const slant = isSlanted ? ' font-style="italic"' : "";
  return `<text x="${x}" y="${y}" font-size="${size}" font-weight="${weight}"${anchor}${slant}>${escaped(shown)}</text>`;
}

/** What a painter typed is text in the drawing, never a part of it. */
function escaped(words: string): string {
  return (
    words
      // Characters that XML cannot hold at all.
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "")
      .replaceAll("&", "&amp;")
      .replaceAll("<", "&lt;")
      .replaceAll(">", "&gt;")
      .replaceAll('"', "&quot;")
  );
}
