"use client";

/** What one's eye does again and again: signed mean errors when saying colours and when reading piles. */
import { useLiveQuery } from "dexie-react-hooks";
import { type AxisBias, biasReport } from "../../core/describe/bias";
import { stepsText } from "../../core/describe/difference";
import { readLooks } from "../../persistence/benches";
import { readEyeAndInstrument } from "../../persistence/piles";
import { labFromStored } from "../../persistence/storedColor";
import { useStudio } from "../shared/Studio";

/** Fewer trials say more of chance than of the eye. */
const ENOUGH = 5;

export function BiasReport() {
  const { db, settings } = useStudio();
  const looks = useLiveQuery(() => readLooks(db), [db]);
  const readings = useLiveQuery(() => readEyeAndInstrument(db), [db]);
  const rows = [
    {
      name: "Saying colours",
      report: biasReport(
        (looks ?? []).map(({ target, said }) => ({
          truth: labFromStored(target),
          said: labFromStored(said),
        })),
      ),
    },
    {
      name: "Reading piles, against the instrument",
      report: biasReport(
        (readings ?? []).map(({ eye, instrument }) => ({
          truth: labFromStored(instrument),
          said: labFromStored(eye),
        })),
      ),
    },
  ].flatMap(({ name, report }) => (report ? [{ name, report }] : []));
  if (rows.length === 0) return null;
  return (
    <section aria-labelledby="bias" className="mt-6 border-t pt-3">
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
