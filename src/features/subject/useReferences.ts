"use client";

/** Cards and patches of known colour that are being touched to find the photo's light. */
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import {
  estimateLight,
  type FoundLight,
  type ReferenceFailure,
  type Shading,
} from "../../core/picture/pictureLight";
import { placeOf, type Sample } from "../../core/picture/pixels";
import { gridPlaces } from "../../core/picture/pileGrid";
import type { Result } from "../../core/result";
import type { Spot } from "../../kit/picture/PictureStage";
import type { OpenPicture } from "../../kit/picture/usePicture";
import type { OpenedPicture } from "../../workers/pictureApi";
import type { Circle } from "./usePick";

export type Reference = {
  readonly circle: Circle;
  readonly truth: LabD65;
  readonly sample: Sample;
  readonly shading: Shading | undefined;
};

/** A printed chart: how its patches lie and what they are, and the corner patches that were touched. */
export type ChartDraft = {
  readonly rows: number;
  readonly columns: number;
  readonly values: readonly LabD65[];
};

export type References = {
  readonly all: readonly Reference[];
  readonly corners: readonly Spot[];
  readonly found: Result<FoundLight, ReferenceFailure> | undefined;
  readonly problem: string | undefined;
  /** Something was touched that is still being read. */
  readonly isReading: boolean;
  readonly onSpot: (spot: Spot) => void;
  readonly remove: (index: number) => void;
  readonly clear: () => void;
  readonly chart: ChartDraft | undefined;
  readonly setChart: (chart: ChartDraft | undefined) => void;
};

const CORNERS = 4;
/** A chart's circle as a share of the distance between two patches. */
const CHART_RADIUS = 0.28;

/** @param truth - what the next touched spot is; undefined while that is not said. */
export function useReferences(picture: OpenPicture, radiusPx: number, truth: LabD65 | undefined): References {
  const { ask } = picture;
  const pictureId = picture.state.status === "open" ? picture.state.pictureId : "";
  const info = picture.state.status === "open" ? picture.state.info : undefined;
  const [draft, setDraft] = useState<{ readonly id: string; readonly all: readonly Reference[] }>({
    id: "",
    all: [],
  });
  const [corners, setCorners] = useState<readonly Spot[]>([]);
  const [chart, setChart] = useState<ChartDraft>();
  const [problem, setProblem] = useState<string>();
  const [readingCount, setReadingCount] = useState(0);
  const read = async (places: readonly Touched[]): Promise<readonly Reference[]> => {
    setReadingCount((count) => count + 1);
    try {
      return await readAll(ask, places);
    } finally {
      setReadingCount((count) => count - 1);
    }
  };
  const all = draft.id === pictureId ? draft.all : NONE;

  const touchCorner = async (spot: Spot, chartNow: ChartDraft): Promise<void> => {
    const next = corners.length >= CORNERS ? [spot] : [...corners, spot];
    setCorners(next);
    const [a, b, c, d] = next;
    if (!a || !b || !c || !d) return;
    let places: readonly Spot[];
    try {
      places = gridPlaces([a, b, c, d], chartNow.rows, chartNow.columns);
    } catch {
      setProblem("Those four corners lie in one line. Touch them again, going round the chart.");
      setCorners([]);
      return;
    }
    const apart = Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx) / Math.max(1, chartNow.columns - 1);
    const radius = Math.max(3, CHART_RADIUS * apart);
    const patches = await read(
      places.flatMap((place, index) => {
        const value = chartNow.values[index];
        return value ? [{ circle: { ...place, radiusPx: radius }, truth: value }] : [];
      }),
    );
    // A patch that is lost at an end of the camera's range says nothing; the others do.
    setDraft({ id: pictureId, all: patches.filter(({ sample }) => sample.clippedShare < 0.02) });
  };

  return {
    all,
    corners: chart ? corners : NONE,
    found: lightOf(all, info),
    problem,
    isReading: readingCount > 0,
    onSpot: (spot) => {
      setProblem(undefined);
      if (chart) {
        void touchCorner(spot, chart);
        return;
      }
      if (!truth) {
        setProblem("Say first what you will touch.");
        return;
      }
      void read([{ circle: { ...spot, radiusPx }, truth }]).then((touched) => {
        setDraft((before) => ({
          id: pictureId,
          all: [
            ...(before.id === pictureId
              ? before.all.filter((one) => !isSamePlace(one.circle, spot, radiusPx))
              : []),
            ...touched,
          ],
        }));
      });
    },
    remove: (index) => {
      setDraft({ id: pictureId, all: all.filter((_, place) => place !== index) });
    },
    clear: () => {
      setDraft({ id: pictureId, all: [] });
      setCorners([]);
      setProblem(undefined);
    },
    chart,
    setChart: (next) => {
      setChart(next);
      setCorners([]);
      setDraft({ id: pictureId, all: [] });
    },
  };
}

type Touched = { readonly circle: Circle; readonly truth: LabD65 };

async function readAll(ask: OpenPicture["ask"], places: readonly Touched[]): Promise<readonly Reference[]> {
  const read = await Promise.all(
    places.map(async (place) => {
      const { xPx, yPx, radiusPx } = place.circle;
      const answer = await ask((remote) => remote.reference(xPx, yPx, radiusPx));
      return answer && { ...place, ...answer };
    }),
  );
  return read.filter((reference): reference is Reference => reference !== undefined);
}

/** What light the touched cards were in; undefined until one is touched. */
function lightOf(
  all: readonly Reference[],
  info: OpenedPicture | undefined,
): Result<FoundLight, ReferenceFailure> | undefined {
  if (all.length === 0 || !info) return undefined;
  return estimateLight(
    all.map(({ circle, sample, shading, truth }) => ({
      sample,
      shading,
      truth,
      place: placeOf(info, circle.xPx, circle.yPx),
    })),
  );
}

/** Touching a card again moves its circle instead of adding another. */
function isSamePlace(circle: Circle, spot: Spot, radiusPx: number): boolean {
  return Math.hypot(circle.xPx - spot.xPx, circle.yPx - spot.yPx) < 1.5 * radiusPx;
}

const NONE: readonly never[] = [];
