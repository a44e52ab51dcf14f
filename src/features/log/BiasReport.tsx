"use client";

/** What one's eye does again and again: signed mean errors when saying colours and when reading piles. */
import { type AxisBias, isHabit } from "../../core/describe/bias";
import { stepsText } from "../../core/describe/difference";
import type { LogStats } from "../../persistence/log/logStats";
import { useSettings } from "../../kit/studio/useStudio";
import { WordLink } from "../../kit/words/WordLink";

/** Fewer trials say more of chance than of the eye. */
const ENOUGH = 5;

export function BiasReport({ saying, reading, kept }: Pick<LogStats, "saying" | "reading" | "kept">) {
  const settings = useSettings();
  const rows = [
    { name: "Saying colours", report: saying },
    { name: "Reading piles, against the instrument", report: reading },
    { name: "What you keep, against the target", report: kept },
  ].flatMap(({ name, report }) => (report ? [{ name, report }] : []));
  if (rows.length === 0) return null;
  return (
    <section aria-labelledby="bias">
      <h2 id="bias" className="font-bold">
        What your eye does
      </h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="What your eye does, in figures">
        <table className="mt-1 w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              <th scope="col" className="py-1.5 pr-4">
                Trials
              </th>
              <th scope="col" className="pr-4">
                <WordLink word="value">Value</WordLink>
              </th>
              <th scope="col" className="pr-4">
                <WordLink word="chroma">Chroma</WordLink>
              </th>
              <th scope="col" className="pr-4">
                Red or green
              </th>
              <th scope="col">Yellow or blue</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ name, report }) => (
              <tr key={name} className="border-b align-top">
                <th scope="row" className="min-w-40 py-1.5 pr-4 font-normal">
                  {name}, {report.count}
                  {report.count < ENOUGH ? <span className="text-muted">; too few to tell</span> : null}
                </th>
                <td className="pr-4">
                  <Bias
                    axis={report.lightness}
                    count={report.count}
                    unit="L*"
                    ends={["dark", "light"]}
                    size={stepsText(report.lightness.mean, settings.scale)}
                  />
                </td>
                <td className="pr-4">
                  <Bias axis={report.chroma} count={report.count} unit="C*" ends={["dull", "bright"]} />
                </td>
                <td className="pr-4">
                  <Bias axis={report.redness} count={report.count} unit="a*" ends={["green", "red"]} />
                </td>
                <td>
                  <Bias axis={report.yellowness} count={report.count} unit="b*" ends={["blue", "yellow"]} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-sm text-muted">
        Mean error and its spread over the trials. A habit is named only where it is larger than chance.
      </p>
    </section>
  );
}

function Bias({
  axis,
  count,
  unit,
  ends: [low, high],
  size,
}: {
  axis: AxisBias;
  count: number;
  unit: string;
  ends: readonly [low: string, high: string];
  /** The same in words, where there are any. */
  size?: string;
}) {
  const { mean, spread } = axis;
  return (
    <>
      <span className="block font-semibold">
        {isHabit(axis, count) ? `${size ?? ""} too ${mean > 0 ? high : low}`.trim() : "no habit"}
      </span>
      <span className="block whitespace-nowrap text-muted">
        {unit} {mean >= 0 ? "+" : "−"}
        {Math.abs(mean).toFixed(1)} ± {spread.toFixed(1)}
      </span>
    </>
  );
}
