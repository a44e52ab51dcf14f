"use client";

/** The spot that is being picked: its middle, and its light and shadow where those lie elsewhere. */
import { useEffect, useState } from "react";
import type { Neighbour, Sample } from "../../core/picture/pixels";
import type { Spot } from "../shared/PictureStage";
import type { OpenPicture } from "../shared/usePicture";

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
};

export function usePick(picture: OpenPicture, radiusPx: number): Pick {
  const { key, ask } = picture;
  const [aim, setAim] = useState<PickAim>("middle");
  const [at, setAt] = useState<{ readonly key: string; readonly spots: Spots }>({ key: "", spots: {} });
  const [picked, setPicked] = useState<{ readonly key: string; readonly picked: Picked }>();
  const pictureId = key.split("|")[0] ?? "";
  const isHere = at.key === pictureId;
  const spots = isHere ? at.spots : NONE;
  const { middle, light, dark } = spots;

  useEffect(() => {
    if (!middle || key === "") return undefined;
    let isCurrent = true;
    const circle = (spot: Spot): Circle => ({ ...spot, radiusPx });
    const read = (spot: Spot | undefined) =>
      spot && ask((remote) => remote.sample(spot.xPx, spot.yPx, radiusPx));
    void Promise.all([
      read(middle),
      read(light),
      read(dark),
      ask((remote) => remote.neighbours(middle.xPx, middle.yPx, radiusPx)),
    ]).then(([sample, lightSample, darkSample, neighbours]) => {
      if (!isCurrent || !sample) return;
      setPicked({
        key: pictureId,
        picked: {
          circles: {
            middle: circle(middle),
            ...(light && { light: circle(light) }),
            ...(dark && { dark: circle(dark) }),
          },
          middle: sample,
          light: lightSample,
          dark: darkSample,
          neighbours: neighbours ?? [],
        },
      });
    });
    return () => {
      isCurrent = false;
    };
  }, [key, pictureId, ask, middle, light, dark, radiusPx]);

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
    picked: middle && picked?.key === pictureId ? picked.picked : undefined,
  };
}

const NONE: Spots = {};
