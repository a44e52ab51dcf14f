"use client";

/** What the log says of one's work: effort, first mixes, paint, and habits of the eye. The tables hold every figure. */
import { format } from "date-fns";
import { type ReactNode, useMemo } from "react";
import type { MonthOfWork, PaintUse } from "../../persistence/log/logStats";
import type { Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import { fail } from "../../core/result";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf, useTask } from "../../kit/query/useTask";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { tubeName } from "../../words/doses";
import { BiasReport } from "./BiasReport";
import type { OpenLog } from "./useLog";
import { later } from "../../ui/later";

const ColumnChart = later(
  async () => (await import("./ColumnChart")).ColumnChart,
  <p className="text-muted">Drawing the chart</p>,
);

const SHOWN_MONTHS = 24;
const SHOWN_TUBES = 12;

export function LogStatistics({ open }: { open: OpenLog }) {
  const { log, version } = open;
  const task = useTask(log && String(version), (signal) =>
    log ? log.ask((remote) => remote.stats(), signal) : Promise.resolve(fail({ code: "cancelled" } as const)),
  );
  const stats = shownOf(task);
  if (!stats || task.status === "failed")
    return <TaskLine task={task} asking="Reading the log" what="The statistics" className="mt-3" />;
  if (stats.months.length === 0 && stats.paint.length === 0)
    return <p className="mt-3">Nothing was mixed yet. What you mix and keep is counted here.</p>;
  return (
    <div className="flex flex-col gap-8 py-4">
      <BiasReport saying={stats.saying} reading={stats.reading} kept={stats.kept} />
      {stats.months.length > 0 ? <Months months={stats.months} /> : null}
      {stats.paint.length > 0 ? <Paint paint={stats.paint} /> : null}
    </div>
  );
}

function Months({ months }: { months: readonly MonthOfWork[] }) {
  const shown = useMemo(() => months.slice(-SHOWN_MONTHS), [months]);
  const names = useMemo(() => shown.map(({ month }) => format(month, "MMM yy")), [shown]);
  const additions = useMemo(
    () => [{ name: "additions", values: shown.map((month) => month.additions) }],
    [shown],
  );
  const misses = useMemo(
    () => [{ name: "first miss", values: shown.map(({ firstMiss }) => firstMiss) }],
    [shown],
  );
  return (
    <section aria-labelledby="months">
      <h2 id="months" className="font-bold">
        Month by month
      </h2>
      <div className="grid gap-4 wide:grid-cols-2">
        <ColumnChart
          label="Mean additions to a match, month by month; the table below has the figures."
          categories={names}
          unit="additions to a match"
          columns={additions}
        />
        <ColumnChart
          label="How far the first reading of a pile was from its target, month by month; the table below has the figures."
          categories={names}
          unit="first miss, ΔE"
          columns={misses}
        />
      </div>
      <Figures
        caption="Month by month"
        head={["Month", "Matches", "Additions to a match, mean", "First reading's miss, median"]}
        rows={[...shown]
          .reverse()
          .map(({ month, matches, additions: mean, firstMiss }) => [
            format(month, "MMMM yyyy"),
            matches,
            mean.toFixed(1),
            firstMiss === undefined ? "not read" : `ΔE ${firstMiss.toFixed(1)}`,
          ])}
      />
      <p className="mt-1 text-sm text-muted">The first miss should fall as the box learns your tubes.</p>
    </section>
  );
}

function Paint({ paint }: { paint: readonly PaintUse[] }) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { partMl } = settings;
  const shown = useMemo(() => paint.slice(0, SHOWN_TUBES), [paint]);
  const names = useMemo(
    () => shown.map(({ tubeId }) => tubeById.get(tubeId)?.label ?? "unknown"),
    [shown, tubeById],
  );
  const columns = useMemo(
    () => [
      { name: "put to use", values: shown.map((use) => (use.usedParts - lostOf(use)) * partMl) },
      { name: "wasted", values: shown.map((use) => lostOf(use) * partMl), isStriped: true },
    ],
    [shown, partMl],
  );
  const total = (of: (use: PaintUse) => number): number => paint.reduce((sum, use) => sum + of(use), 0);
  const costs = paint.map((use) => costOf(use.usedParts, tubeById.get(use.tubeId), settings));
  const isPriced = costs.some((cost) => cost !== undefined);
  return (
    <section aria-labelledby="paint">
      <h2 id="paint" className="font-bold">
        Paint used and wasted
      </h2>
      <p className="max-w-prose">
        {ml(total((use) => use.usedParts) * partMl)} were squeezed out, {ml(total(lostOf) * partMl)} of them
        scraped away or set aside (striped).
        {isPriced ? "" : " Give tubes a price and a size, and the cost stands here too."}
      </p>
      <ColumnChart
        label="Paint of each tube in millilitres, put to use and wasted; the table below has the figures."
        categories={names}
        unit="ml"
        columns={columns}
        isLying
      />
      <Figures
        caption="Paint by tube, most used first"
        head={["Tube", "Piles", "Used", "Wasted", ...(isPriced ? ["Cost of it", "wasted"] : [])]}
        rows={paint.map((use) => {
          const tube = tubeById.get(use.tubeId);
          return [
            tubeName(tube),
            use.piles,
            ml(use.usedParts * partMl),
            ml(lostOf(use) * partMl),
            ...(isPriced
              ? [money(costOf(use.usedParts, tube, settings)), money(costOf(lostOf(use), tube, settings))]
              : []),
          ];
        })}
      />
    </section>
  );
}

/** Leftovers that went into other piles and were scraped there may exceed what was squeezed out. */
function lostOf({ usedParts, wastedParts }: PaintUse): number {
  return Math.min(usedParts, wastedParts);
}

function costOf(parts: number, tube: Tube | undefined, { partMl }: Settings): number | undefined {
  return tube?.price !== undefined && tube.volumeMl !== undefined
    ? (tube.price / tube.volumeMl) * parts * partMl
    : undefined;
}

function money(cost: number | undefined): string {
  return cost === undefined ? "no price" : cost.toFixed(2);
}

function ml(amount: number): string {
  return `${amount < 10 ? amount.toFixed(1) : Math.round(amount).toLocaleString("en-GB")} ml`;
}

function Figures({
  caption,
  head,
  rows,
}: {
  caption: string;
  head: readonly string[];
  rows: readonly (readonly ReactNode[])[];
}) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`${caption}, in figures`}>
      <table className="mt-2 w-full border-collapse text-left">
        <caption className="sr-only">{caption}</caption>
        <thead>
          <tr className="border-b-2 border-ink">
            {head.map((text) => (
              <th key={text} scope="col" className="py-1.5 pr-4">
                {text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([first, ...rest], i) => (
            <tr key={i} className="border-b">
              <th scope="row" className="py-1.5 pr-4 font-normal">
                {first}
              </th>
              {rest.map((cell, j) => (
                <td key={j} className="pr-4 whitespace-nowrap">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
