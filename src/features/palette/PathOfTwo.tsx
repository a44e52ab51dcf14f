"use client";

/** The mixtures of two paints from the one to the other: as patches, as a chart, in words and in numbers. */
import { useMemo } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { valueFromLightness, valueText } from "../../core/describe/valueScale";
import { type MixturePath, mixturePath } from "../../core/palette/mixturePath";
import type { OpticalModel } from "../../core/spectrum/types";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Lightening } from "../../domain/palette/medium";
import { washOf } from "../../domain/palette/washes";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { chromaAndValueAxes } from "../../kit/chart/chartAxes";
import type { ChartAxis, ChartLine } from "../../kit/chart/LineChart";
import { useSettings } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { isInside, pathSentences, shareText } from "../../words/palettes";
import { later } from "../../ui/later";

const LineChart = later(
  async () => (await import("../../kit/chart/LineChart")).LineChart,
  <p className="h-72 text-muted">Drawing the chart</p>,
);

export type Paint = { readonly id: string; readonly name: string; readonly optics: OpticalModel };

/** Every second point is drawn as a patch. */
const PATCH_EVERY = 2;
/** And every fifth patch says its share. */
const MARK_EVERY = 5;

export function PathOfTwo({
  first,
  second,
  whiteParts,
  lightening,
}: {
  first: Paint;
  second: Paint;
  /** To one of the two; of washes water. */
  whiteParts: number;
  lightening: Lightening;
}) {
  const settings = useSettings();
  const path = useMemo(
    () => mixturePath(first.optics, second.optics, WHITE_BENCH, { whiteParts, wash: washOf(lightening) }),
    [first, second, whiteParts, lightening],
  );
  const patches = path.points.filter((_, i) => i % PATCH_EVERY === 0);
  return (
    <>
      <ol className="mt-3 flex" aria-label={`From ${first.name} to ${second.name}`}>
        {patches.map(({ share, lab }, i) => (
          <li key={share} className="min-w-0 flex-1">
            <Patch
              lab={lab}
              label={`${shareText(share)} ${second.name}: ${describeLab(lab, settings).sentence}`}
              className="h-20 wide:h-24"
            />
            <span className="block w-max pt-1 text-sm">
              {i % MARK_EVERY === 0 && i < patches.length - 1 ? shareText(share) : "\u00a0"}
            </span>
          </li>
        ))}
      </ol>
      <p className="text-sm text-muted">share of {second.name} by volume; the steps are even to the eye</p>
      <div className="mt-2 grid gap-x-6 wide:grid-cols-[minmax(0,1fr)_18rem]">
        <PathChart path={path} />
        <ul className="mt-2">
          {pathSentences(path, [first.name, second.name], settings).map((sentence) => (
            <li key={sentence} className="border-b py-1.5 leading-snug">
              {sentence}
            </li>
          ))}
        </ul>
      </div>
      <Fold label="the path in numbers">
        <table className="w-full max-w-xl text-right">
          <thead>
            <tr className="border-b-2 border-ink">
              {["share", "value", "chroma", "hue"].map((head) => (
                <th key={head} scope="col" className="py-1">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {path.points.map(({ share, lab }) => (
              <tr key={share} className="border-b">
                <td className="py-0.5">{shareText(share)}</td>
                <td>{valueText(lab[0], settings.scale)}</td>
                <td>{lchFromLab(lab)[1].toFixed(1)}</td>
                <td>{describeLab(lab, settings).hue}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Fold>
    </>
  );
}

const WAY: ChartAxis = { name: "way from the one to the other, %", min: 0, max: 100 };

function PathChart({ path }: { path: MixturePath }) {
  const settings = useSettings();
  const { scale } = settings;
  const { axes, lines } = useMemo(() => {
    const last = path.points.length - 1;
    const wayOf = (i: number): number => (100 * i) / last;
    const placeOf = (share: number): number =>
      path.points.reduce(
        (best, point, i) =>
          Math.abs(point.share - share) < Math.abs((path.points[best]?.share ?? 2) - share) ? i : best,
        0,
      );
    return {
      axes: chromaAndValueAxes(scale),
      lines: [
        {
          points: path.points.map(({ lab }, i) => [wayOf(i), Number(lchFromLab(lab)[1].toFixed(1))] as const),
          axis: 0,
          dash: "solid",
          symbol: "none",
          pins: isInside(path.dullest)
            ? [
                {
                  x: wayOf(placeOf(path.dullest.share)),
                  y: Number(lchFromLab(path.dullest.lab)[1].toFixed(1)),
                  text: "dullest",
                },
              ]
            : [],
          marks: apart(
            path.events
              .filter((event) => event.kind === "hue" || event.kind === "flip")
              .map((event) => ({
                x: wayOf(placeOf(event.share)),
                text: event.kind === "hue" ? event.place.name : "flips",
              })),
          ),
        },
        {
          points: path.points.map(
            ({ lab }, i) => [wayOf(i), Number(valueFromLightness(lab[0], scale).toFixed(2))] as const,
          ),
          axis: 1,
          dash: "dashed",
          symbol: "none",
        },
      ] satisfies ChartLine[],
    };
  }, [path, scale]);
  return (
    <LineChart
      label="Chroma and value along the way, with the places where the hue changes; the words and the table beside say the same"
      x={WAY}
      axes={axes}
      lines={lines}
    />
  );
}

/** Nearer to the one before, percent of the way, a mark's words would lie upon it. */
const NEAREST_MARK = 5;

/** Words that would lie on each other become one mark; every event stands in the list beside the chart. */
function apart(marks: readonly { readonly x: number; readonly text: string }[]) {
  const kept: { x: number; text: string }[] = [];
  for (const mark of marks) {
    const before = kept.at(-1);
    if (before && mark.x - before.x < NEAREST_MARK) before.text = `${before.text}, ${mark.text}`;
    else kept.push({ ...mark });
  }
  return kept;
}
