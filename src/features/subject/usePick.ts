"use client";

/** The spot that is being picked: its middle, and its light and shadow where those lie elsewhere. */
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Neighbour, Sample } from "../../core/picture/pixels";
import type { Spot } from "../../kit/picture/PictureStage";
import type { OpenPicture } from "../../kit/picture/usePicture";

export const PICK_AIMS = [
  { value: "middle", label: "the colour" },
  { value: "light", label: "its light" },
  { value: "dark", label: "its shadow" },
] as const;
export type PickAim = (typeof PICK_AIMS)[number]["value"];

export type Circle = Spot & { readonly radiusPx: number };
type Spots = Readonly<Partial<Record<PickAim, Spot>>>;
type Circles = Readonly<Partial<Record<PickAim, Circle>>>;

export type Picked = {
  readonly circles: Circles & { readonly middle: Circle };
  readonly middle: Sample;
  readonly light: Sample | undefined;
  readonly dark: Sample | undefined;
  readonly neighbours: readonly Neighbour[];
};

export type Pick = {
  readonly aim: PickAim;
  readonly setAim: (aim: PickAim) => void;
  readonly spots: Spots;
  readonly onSpot: (spot: Spot) => void;
  /** The last reading; stays until the next one is there. */
  readonly picked: Picked | undefined;
  /** Something else is touched already and still being read. */
  readonly isReading: boolean;
  /** Reads what is touched now: whoever keeps a spot at once keeps that one, not the last one shown. */
  readonly readNow: () => Promise<Picked | undefined>;
};

/** @param asked - a note's place that is asked for: picked until something else is touched. */
export function usePick(
  picture: OpenPicture,
  radiusPx: number,
  asked?: Spot & { readonly id: string },
): Pick {
  const { key, ask } = picture;
  const [aim, setAim] = useState<PickAim>("middle");
  const [at, setAt] = useState<{ readonly key: string; readonly spots: Spots }>({ key: "", spots: {} });
  const [picked, setPicked] = useState<{ readonly key: string; readonly picked: Picked }>();
  const pictureId = `${key.split("|")[0] ?? ""}|${asked?.id ?? ""}`;
  const isHere = at.key === pictureId;
  const { xPx: askedX, yPx: askedY } = asked ?? {};
  const first = useMemo(
    () => (askedX === undefined || askedY === undefined ? NONE : { middle: { xPx: askedX, yPx: askedY } }),
    [askedX, askedY],
  );
  const spots = isHere ? at.spots : first;
  const { middle } = spots;

  const readNow = useCallback(async (): Promise<Picked | undefined> => {
    if (!spots.middle || key === "") return undefined;
    const { xPx, yPx } = spots.middle;
    const circle = (spot: Spot): Circle => ({ ...spot, radiusPx });
    const read = (spot: Spot | undefined) =>
      spot && ask((remote) => remote.sample(spot.xPx, spot.yPx, radiusPx));
    const [sample, light, dark, neighbours] = await Promise.all([
      read(spots.middle),
      read(spots.light),
      read(spots.dark),
      ask((remote) => remote.neighbours(xPx, yPx, radiusPx)),
    ]);
    if (!sample) return undefined;
    return {
      circles: {
        middle: circle(spots.middle),
        ...(spots.light && { light: circle(spots.light) }),
        ...(spots.dark && { dark: circle(spots.dark) }),
      },
      middle: sample,
      light,
      dark,
      neighbours: neighbours ?? [],
    };
  }, [key, ask, spots, radiusPx]);

  useEffect(() => {
    let isCurrent = true;
    void readNow().then((read) => {
      if (isCurrent && read) setPicked({ key: pictureId, picked: read });
    });
    return () => {
      isCurrent = false;
    };
  }, [pictureId, readNow]);

  const shown = middle && picked?.key === pictureId ? picked.picked : undefined;
  return {
    aim,
    setAim,
    spots,
    onSpot: (spot) => {
      // Another middle is another thing, whose light and shadow are not known yet.
      setAt((before) => ({
        key: pictureId,
        spots:
          aim === "middle" || before.key !== pictureId ? { middle: spot } : { ...before.spots, [aim]: spot },
      }));
    },
    picked: shown,
    isReading:
      middle !== undefined &&
      (shown?.circles.middle.xPx !== middle.xPx || shown.circles.middle.yPx !== middle.yPx),
    readNow,
  };
}

const NONE: Spots = {};
