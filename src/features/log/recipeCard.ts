/** A recipe on one card: what it was for, how it came out, and what goes in, in order. */
import type { LabD65 } from "../../core/color/types";
import type { Drawing, DrawnItem } from "../../domain/sheet/drawing";
import { drawnText } from "../../kit/sheet/drawnText";
import { besideAmount } from "../../words/doses";

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
  /** Of layers planned for the same note, from the ground up: the back of the card. */
  readonly layers: readonly {
    readonly name: string;
    readonly words: string;
    readonly lab: LabD65 | undefined;
  }[];
};

const MOST_DOSES = 8;

const BACK = { top: 190, line: 92 } as const;

/** The back of the card: the layers that are planned for it. Undefined where there are none. */
export function cardBack({ title, layers }: RecipeCard): Drawing | undefined {
  if (layers.length === 0) return undefined;
  const width = WIDTH - 2 * MARGIN;
  return {
    width: WIDTH,
    height: HEIGHT,
    unitsPerMm: PER_MM,
    title: `${title}, in layers: ${layers.map(({ name }) => name).join(", ")}`,
    items: [
      { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
      drawnText(MARGIN, 108, `${title}, in layers`, { size: 52, weight: 700, width }),
      drawnText(MARGIN, 158, "From the ground up, each with its colour when it is dry.", { size: 30, width }),
      ...layers.flatMap(({ name, words, lab }, i): DrawnItem[] => {
        const y = BACK.top + i * BACK.line;
        return [
          { kind: "rect", x: MARGIN, y, width: 160, height: BACK.line, fill: lab, isOutlined: !lab },
          drawnText(MARGIN + 190, y + 38, name, { size: 34, weight: 600, width: width - 190 }),
          drawnText(MARGIN + 190, y + 76, words, { size: 28, width: width - 190 }),
        ];
      }),
    ],
  };
}

export function cardDrawing(card: RecipeCard): Drawing {
  return {
    width: WIDTH,
    height: HEIGHT,
    unitsPerMm: PER_MM,
    title: `${card.title}: ${card.doses.map(({ amount, name }) => `${amount} ${name}`).join(", ")}`,
    items: [
      { kind: "rect", x: 0, y: 0, width: WIDTH, height: HEIGHT, fill: "paper", isOutlined: false },
      drawnText(MARGIN, 108, card.title, { size: 62, weight: 700, width: WIDTH - 2 * MARGIN }),
      drawnText(MARGIN, 158, card.painting, { size: 34, width: WIDTH - 2 * MARGIN }),
      ...patches(card),
      drawnText(MARGIN, 506, card.verdict, { size: 30, width: WIDTH - 2 * MARGIN }),
      ...ribbon(card),
      ...doses(card),
      ...(card.remark === ""
        ? []
        : [
            drawnText(MARGIN, HEIGHT - 40, card.remark, {
              size: 30,
              width: WIDTH - 2 * MARGIN,
              isSlanted: true,
            }),
          ]),
    ],
  };
}

const PATCH = { top: 190, height: 180 } as const;

/** Target and result touch: no gap, no line between them. */
function patches({ target, result }: RecipeCard): DrawnItem[] {
  const half = (WIDTH - 2 * MARGIN) / 2;
  return [target, result].flatMap(({ lab, words }, i) => [
    {
      kind: "rect",
      x: MARGIN + i * half,
      y: PATCH.top,
      width: half,
      height: PATCH.height,
      fill: lab,
      isOutlined: false,
    },
    drawnText(MARGIN + i * half, PATCH.top + PATCH.height + 40, i === 0 ? "Target" : "Result", {
      size: 28,
      weight: 700,
      width: half,
    }),
    drawnText(MARGIN + i * half, PATCH.top + PATCH.height + 76, words, { size: 28, width: half - 10 }),
  ]);
}

const RIBBON = { top: 536, height: 56 } as const;

function ribbon({ doses: list }: RecipeCard): DrawnItem[] {
  const whole = WIDTH - 2 * MARGIN;
  let x = MARGIN;
  return list.map(({ share, tint }) => {
    const width = share * whole;
    const rect: DrawnItem = {
      kind: "rect",
      x,
      y: RIBBON.top,
      width,
      height: RIBBON.height,
      fill: tint,
      isOutlined: true,
    };
    x += width;
    return rect;
  });
}

const LIST = { top: 656, line: 46 } as const;

function doses({ doses: list }: RecipeCard): DrawnItem[] {
  const shown = list.length > MOST_DOSES ? list.slice(0, MOST_DOSES - 1) : list;
  const rest = list.length - shown.length;
  const lines = shown.flatMap(({ amount, name, exact, share }, i) => {
    const y = LIST.top + i * LIST.line;
    return [
      drawnText(MARGIN, y, `${i + 1}`, { size: 34, width: 40 }),
      drawnText(MARGIN + 50, y, `${amount} ${name}`, { size: 36, weight: 600, width: 900 }),
      drawnText(WIDTH - MARGIN, y, besideAmount(amount, exact, share), {
        size: 32,
        width: 400,
        isEnd: true,
      }),
    ];
  });
  return rest > 0
    ? [
        ...lines,
        drawnText(MARGIN + 50, LIST.top + shown.length * LIST.line, `and ${rest} more`, {
          size: 34,
          width: 900,
        }),
      ]
    : lines;
}
