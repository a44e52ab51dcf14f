/** A painting and the pictures it is painted from. */
import type { Ground } from "../ground/ground";
import type { StoredColor } from "../reading/storedColor";

export type Painting = {
  readonly id: string;
  readonly name: string;
  readonly pictureId?: string | undefined;
  readonly paletteId: string;
  readonly ground?: Ground | undefined;
  readonly createdAt: number;
};

/** A round spot of a picture, in its pixels. */
export type Spot = { readonly xPx: number; readonly yPx: number; readonly radiusPx: number };

/** The light of a photo and what it was found from: factors of the linear channels and their change across it. */
export type PictureLightRow = {
  readonly gains: readonly [number, number, number];
  readonly slope: readonly [number, number];
  readonly knowsSlope: boolean;
  readonly references: readonly (Spot & { readonly truth: StoredColor })[];
};

export type Picture = {
  readonly id: string;
  readonly paintingId: string;
  readonly fileName: string;
  readonly blob: Blob;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Size of the file as it came, when it was larger than what is kept. */
  readonly originalWidthPx: number;
  readonly originalHeightPx: number;
  /** That file, without data on who took it and where; left out when there was no room for it. */
  readonly original?: Blob | undefined;
  /** Taken out of every colour that is read; none for a picture as it was photographed. */
  readonly light?: PictureLightRow | undefined;
  readonly addedAt: number;
};
