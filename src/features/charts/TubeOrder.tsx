"use client";

/** The tubes of a chart in their order: dragged, the chart is drawn anew while they move. */
import type { Chart } from "../../domain/charts/chart";
import { withMixtures } from "../../domain/charts/chartMixtures";
import { useStudio } from "../../kit/studio/useStudio";
import { SortableList } from "../../ui/SortableList";

export function TubeOrder({
  chart,
  onOrder,
  onPreview,
}: {
  chart: Chart;
  onOrder: (ids: readonly string[]) => void;
  onPreview: (ids: readonly string[] | undefined) => void;
}) {
  const box = useStudio((studio) => studio.tubeById);
  const tubeById = withMixtures(chart, box);
  const tubes = chart.tubeIds.flatMap((id) => tubeById.get(id) ?? []);
  if (tubes.length < 2) return null;
  return (
    <SortableList
      label="Order of the tubes"
      ids={tubes.map(({ id }) => id)}
      nameOf={(id) => tubeById.get(id)?.label ?? ""}
      handleClass="-ml-3"
      isRow
      onOrder={onOrder}
      onPreview={onPreview}
      item={(id, { ref, style, handle }) => (
        <li ref={ref} style={style} className="flex items-center pl-3">
          {handle}
          {tubeById.get(id)?.label}
        </li>
      )}
    />
  );
}
