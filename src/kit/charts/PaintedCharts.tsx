"use client";

/** Charts of every painting that have painted cells: what was read of them, newest first. */
import { useStored } from "../store/useStored";
import { format } from "date-fns";
import Link from "next/link";
import { labFromStored } from "../../domain/reading/storedColor";
import { readAllCharts } from "../store/calls";
import { Patch } from "../../ui/Patch";
import { CHART_KIND_WORDS, paintedWords } from "../../words/charts";
import { useChangeSettings } from "../studio/useChangeSettings";
import { useStudio } from "../studio/useStudio";

/** So many painted cells stand for a chart. */
const MOST_SHOWN = 24;

/** @param nothing - said where there is none. */
export function PaintedCharts({ nothing }: { nothing: string }) {
  const change = useChangeSettings();
  const paintings = useStudio((studio) => studio.paintings);
  const charts = useStored(readAllCharts, []);
  const painted = [...(charts ?? [])]
    .filter(({ readings }) => readings.length > 0)
    .sort((one, other) => other.createdAt - one.createdAt);
  if (!charts) return null;
  if (painted.length === 0) return <p className="text-muted">{nothing}</p>;
  return (
    <ul>
      {painted.map(({ id, name, kind, paintingId, readings, createdAt }) => (
        <li key={id} className="border-t py-2">
          <Link
            href={`/charts?chart=${id}`}
            className="font-semibold underline underline-offset-4"
            onClick={() => {
              change({ currentPaintingId: paintingId });
            }}
          >
            {name}
          </Link>
          <p className="text-sm text-muted">
            {CHART_KIND_WORDS[kind].label}, {format(createdAt, "d MMM yyyy")},{" "}
            {paintings.find((painting) => painting.id === paintingId)?.name ?? "a painting that is gone"}.{" "}
            {paintedWords(readings.length)}
          </p>
          <div className="mt-1 flex flex-wrap" aria-hidden="true">
            {readings.slice(0, MOST_SHOWN).map(({ cell, color }) => (
              <Patch key={cell} lab={labFromStored(color)} className="h-9 w-9" />
            ))}
          </div>
        </li>
      ))}
    </ul>
  );
}
