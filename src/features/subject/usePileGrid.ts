"use client";

/** Piles of a laid-out palette in a photo: from four touched corners to those that do not line up. */
import { useEffect, useMemo, useState } from "react";
import { checkPileGrid, FEWEST_PILES, gridPlaces, type PileGridCheck } from "../../core/picture/pileGrid";
import type { Spot } from "../../kit/picture/PictureStage";
import type { OpenPicture } from "../../kit/picture/usePicture";

export type PileGridShape = { readonly rows: number; readonly columns: number };

export type PileGrid = {
  readonly shape: PileGridShape;
  readonly setShape: (shape: PileGridShape) => void;
  readonly corners: readonly Spot[];
  readonly onSpot: (spot: Spot) => void;
  readonly clear: () => void;
  /** Where each pile was looked for, in the order of reading. */
  readonly places: readonly Spot[];
  readonly check: PileGridCheck | undefined;
  readonly problem: string | undefined;
};

const CORNERS = 4;
const PILE_RADIUS = 0.18;

/** @param tolerance - L* by which a pile may be off. */
export function usePileGrid(picture: OpenPicture, tolerance: number): PileGrid {
  const { ask, key } = picture;
  const pictureId = picture.state.status === "open" ? picture.state.pictureId : "";
  const [shape, setShape] = useState<PileGridShape>({ rows: 5, columns: 6 });
  const [touched, setTouched] = useState<{ readonly id: string; readonly corners: readonly Spot[] }>({
    id: "",
    corners: [],
  });
  const [read, setRead] = useState<{ readonly key: string; readonly lightnesses: readonly number[] }>();
  const corners = touched.id === pictureId ? touched.corners : NONE;
  const { places, problem } = useMemo(() => laidOut(corners, shape), [corners, shape]);
  const readKey = places.length > 0 ? `${key}|${JSON.stringify([corners, shape])}` : "";

  useEffect(() => {
    if (readKey === "") return undefined;
    let isCurrent = true;
    const [first, second] = places;
    if (!first || !second) return undefined;
    const apart = Math.hypot(second.xPx - first.xPx, second.yPx - first.yPx);
    void Promise.all(
      places.map((place) =>
        ask((remote) => remote.sample(place.xPx, place.yPx, Math.max(3, PILE_RADIUS * apart))),
      ),
    ).then((samples) => {
      const lightnesses = samples.map((sample) => sample?.lab[0] ?? Number.NaN);
      if (isCurrent && lightnesses.every(Number.isFinite)) setRead({ key: readKey, lightnesses });
    });
    return () => {
      isCurrent = false;
    };
  }, [readKey, places, ask]);

  const check =
    read?.key === readKey
      ? checkPileGrid(
          read.lightnesses.map((lightness, index) => ({
            row: Math.floor(index / shape.columns),
            column: index % shape.columns,
            lightness,
          })),
          tolerance,
        )
      : undefined;
  return {
    shape,
    setShape,
    corners,
    onSpot: (spot) => {
      setTouched({ id: pictureId, corners: corners.length >= CORNERS ? [spot] : [...corners, spot] });
    },
    clear: () => {
      setTouched({ id: pictureId, corners: [] });
    },
    places,
    check,
    problem,
  };
}

/** Where the piles lie between four corners, or what is wrong with the corners. */
function laidOut(
  [a, b, c, d]: readonly Spot[],
  { rows, columns }: PileGridShape,
): { readonly places: readonly Spot[]; readonly problem: string | undefined } {
  if (rows * columns < FEWEST_PILES)
    return { places: NONE, problem: `A check needs at least ${FEWEST_PILES} piles.` };
  if (!a || !b || !c || !d) return { places: NONE, problem: undefined };
  try {
    return { places: gridPlaces([a, b, c, d], rows, columns), problem: undefined };
  } catch {
    return {
      places: NONE,
      problem: "Those four corners lie in one line. Start again and go round the board.",
    };
  }
}

const NONE: readonly never[] = [];
