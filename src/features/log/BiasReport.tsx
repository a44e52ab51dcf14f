"use client";

/** What one's eye does again and again: signed mean errors when saying colours and when reading piles. */
import type { AxisBias, BiasReport as Report } from "../../core/describe/bias";
import { stepsText } from "../../core/describe/difference";
import { useStudio } from "../shared/Studio";

/** Fewer trials say more of chance than of the eye. */
const ENOUGH = 5;

export function BiasReport({ saying, reading }: { saying: Report | undefined; reading: Report | undefined }) {
  const { settings } = useStudio();
  const rows = [
    { name: "Saying colours", report: saying },
    { name: "Reading piles, against the instrument", report: reading },
  ].flatMap(({ name, report }) => (report ? [{ name, report }] : []));
  if (rows.length === 0) return null;
  return (
    <section aria-labelledby="bias">
      <h2 id="bias" className="font-bold">
        What your eye does
      </h2>
      <table className="mt-1 w-full border-collapse text-left">
        <thead>
          <tr className="border-b">
            <th scope="col" className="py-1.5 pr-3">
              Trials
            </th>
            <th scope="col" className="pr-3">
              Value
            </th>
            <th scope="col" className="pr-3">
              Chroma
            </th>
            <th scope="col">Hue</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, report }) => (
            <tr key={name} className="border-b align-top">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {name}, {report.count}
                {report.count < ENOUGH ? <span className="text-muted">; too few to tell</span> : null}
              </th>
              <td className="pr-3">
                {biasText(report.lightness, "L*", "light", "dark")}{" "}
                <span className="text-muted">{stepsText(report.lightness.mean, settings.scale)}</span>
              </td>
              <td className="pr-3">{biasText(report.chroma, "C*", "bright", "dull")}</td>
              <td>{biasText(report.hue, "ΔH*", "far up the wheel", "far down the wheel")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-sm text-muted">
        Mean error and its spread. Up the wheel goes from red over yellow, green and blue to violet.
      </p>
    </section>
  );
}

/** Less than this is no habit. */
const WORTH_A_WORD = 0.5;

function biasText({ mean, spread }: AxisBias, unit: string, up: string, down: string): string {
  const size = `${unit} ${mean >= 0 ? "+" : "−"}${Math.abs(mean).toFixed(1)} ± ${spread.toFixed(1)}`;
  if (Math.abs(mean) < WORTH_A_WORD) return `about right (${size})`;
  return `too ${mean > 0 ? up : down} (${size})`;
}
