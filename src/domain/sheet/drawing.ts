/** A page as what is on it, whoever draws it: as SVG on the screen, as PDF with real text on paper. */
import type { LabD65 } from "../../core/color/types";

export type DrawnText = {
  readonly kind: "text";
  readonly x: number;
  /** Of the line that letters stand on, from the top. */
  readonly y: number;
  readonly size: number;
  /** 100 to 900, as in CSS. */
  readonly weight: number;
  /** `x` is where the line ends. */
  readonly isEnd: boolean;
  readonly isSlanted: boolean;
  readonly words: string;
};

export type DrawnRect = {
  readonly kind: "rect";
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Paint, paper, printed black or nothing. */
  readonly fill: LabD65 | "paper" | "ink" | undefined;
  readonly isOutlined: boolean;
};

export type DrawnItem = DrawnText | DrawnRect;

/** Lengths are in units of the drawing; the first item lies lowest. */
export type Drawing = {
  readonly width: number;
  readonly height: number;
  readonly unitsPerMm: number;
  readonly title: string;
  readonly items: readonly DrawnItem[];
};
