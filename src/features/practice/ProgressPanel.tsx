"use client";

/** What practice has come to: week by week, habits of the eye, thresholds; beside it what the log's matches say. */
import { useStored } from "../../kit/store/useStored";
import { useMemo, useState } from "react";
import { biasReport } from "../../core/describe/bias";
import { stepsText } from "../../core/describe/difference";
import type { Answered } from "../../domain/practice/answered";
import { type PracticeSession, SKILL_AXES, type SkillAxis } from "../../domain/practice/practice";
import { type Habit, isSure, type Progress, progressOf } from "../../domain/practice/progress";
import { saveTable } from "../../kit/sheet/saveTable";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { readEyeTrials } from "../../kit/store/calls";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { deltaEText } from "../../words/colors";
import { AXIS_WORDS, DRILL_WORDS, wayWords } from "../../words/practice";
import { later } from "../../ui/later";

const LineChart = later(async () => (await import("../../kit/chart/LineChart")).LineChart);

const LATEST_OF_LOG = 150;

export function ProgressPanel({
  answered,
  sessions,
}: {
  answered: readonly Answered[];
  sessions: readonly PracticeSession[];
}) {
  const progress = useMemo(() => progressOf(answered), [answered]);
  if (progress.answers === 0)
    return <p className="mt-4">Nothing was practised yet. What you answer is counted here.</p>;
  return (
    <div className="mt-4 flex flex-col gap-8 pb-6">
      <p className="text-lg">
        {progress.days === 1 ? "1 day" : `${progress.days} days`}, {progress.answers} answers,{" "}
        {progress.swatches} colours judged.
      </p>
      <Weeks weeks={progress.weeks} />
      <Habits habits={progress.habits} />
      <Thresholds thresholds={progress.thresholds} />
      <FromTheLog />
      <Button
        className="self-start"
        onClick={() => {
          attempt(saveTable(linesOf(answered, sessions), "practice.csv"));
        }}
      >
        Table for spreadsheets
      </Button>
    </div>
  );
}

function Weeks({ weeks }: Pick<Progress, "weeks">) {
  const first = SKILL_AXES.find((axis) => weeks[axis].length > 0) ?? "value";
  const [axis, setAxis] = useState<SkillAxis>(first);
  const own = weeks[axis];
  const lines = useMemo(
    () => [
      {
        points: own.map(({ week, miss }) => [week, miss.mean] as const),
        axis: 0,
        dash: "solid" as const,
        symbol: "circle" as const,
      },
      ...(["least", "most"] as const).map((end) => ({
        points: own.map(({ week, miss }) => [week, Math.max(0, miss[end])] as const),
        axis: 0,
        dash: "dotted" as const,
        symbol: "none" as const,
      })),
    ],
    [own],
  );
  const x = useMemo(() => ({ name: "week of practice", min: 1, isWhole: true }), []);
  const axes = useMemo(() => [{ name: "off by, clear steps", min: 0 }], []);
  const [start, last] = [own[0], own.at(-1)];
  return (
    <section aria-labelledby="weeks">
      <h2 id="weeks" className="font-bold">
        Week by week
      </h2>
      <Choice
        label="Skill"
        value={axis}
        options={SKILL_AXES.map((value) => ({ value, label: AXIS_WORDS[value] }))}
        onChange={setAxis}
      />
      {own.length > 0 ? (
        <>
          <LineChart
            label={`How far off answers about ${AXIS_WORDS[axis]} were, week by week, with the ends of the 90 % interval; the table below has the figures.`}
            x={x}
            axes={axes}
            lines={lines}
          />
          <table className="border-collapse text-left">
            <thead>
              <tr className="border-b-2 border-ink">
                <th scope="col" className="py-1.5 pr-6">
                  Week
                </th>
                <th scope="col" className="pr-6">
                  Answers
                </th>
                <th scope="col" className="pr-6">
                  Off by, clear steps
                </th>
                <th scope="col">Surely between</th>
              </tr>
            </thead>
            <tbody>
              {own.map(({ week, miss }) => (
                <tr key={week} className="border-b">
                  <th scope="row" className="py-1.5 pr-6 font-normal">
                    {week}
                  </th>
                  <td className="pr-6">{miss.count}</td>
                  <td className="pr-6">{miss.mean.toFixed(2)}</td>
                  <td>
                    {Math.max(0, miss.least).toFixed(2)} and {miss.most.toFixed(2)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {start && last && start !== last ? <p className="mt-2">{againstFirst(start, last)}</p> : null}
        </>
      ) : (
        <p className="mt-2">Too few answers about {AXIS_WORDS[axis]} to say anything.</p>
      )}
      <p className="mt-1 text-sm text-muted">
        One clear step is half a step of value, or what an eye parts as surely in chroma or hue. Nine of ten
        such intervals hold the truth.
      </p>
    </section>
  );
}

type Week = Progress["weeks"][SkillAxis][number];

function againstFirst(start: Week, last: Week): string {
  const words = `Your first week was off by ${start.miss.mean.toFixed(2)}, the last by ${last.miss.mean.toFixed(2)}`;
  if (last.miss.most < start.miss.least) return `${words}: surely better.`;
  if (last.miss.least > start.miss.most) return `${words}: surely worse. Look at the light of the room, too.`;
  return `${words}: no more than chance makes of it.`;
}

function Habits({ habits }: { habits: readonly Habit[] }) {
  const settings = useSettings();
  const sizeOf = ({ axis, bias }: Habit): string =>
    axis === "value"
      ? stepsText(bias.mean, settings.scale)
      : `${Math.abs(bias.mean).toFixed(1)} ${axis === "chroma" ? "C*" : "ΔH*"}`;
  const nameOf = ({ axis, hue, value }: Habit): string =>
    `${AXIS_WORDS[axis]}, ${hue ? (hue === "grey" ? "greys" : `${hue}s`) : value ? `${value} colours` : "all colours"}`;
  if (habits.length === 0) return null;
  return (
    <section aria-labelledby="habits">
      <h2 id="habits" className="font-bold">
        What your eye does when it names
      </h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Habits of the eye, in figures">
        <table className="border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              <th scope="col" className="py-1.5 pr-6">
                Of
              </th>
              <th scope="col" className="pr-6">
                Trials
              </th>
              <th scope="col" className="pr-6">
                Mean, and surely between
              </th>
              <th scope="col">Habit</th>
            </tr>
          </thead>
          <tbody>
            {habits.map((habit) => (
              <tr key={nameOf(habit)} className="border-b">
                <th scope="row" className="py-1.5 pr-6 font-normal">
                  {nameOf(habit)}
                </th>
                <td className="pr-6">{habit.bias.count}</td>
                <td className="pr-6 whitespace-nowrap">
                  {signed(habit.bias.mean)} ({signed(habit.bias.least)} and {signed(habit.bias.most)})
                </td>
                <td>
                  {isSure(habit)
                    ? `${sizeOf(habit)} ${wayWords(habit.axis, habit.bias.mean)}`
                    : "none that is sure"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function signed(value: number): string {
  return `${value < 0 ? "−" : "+"}${Math.abs(value).toFixed(1)}`;
}

function Thresholds({ thresholds }: Pick<Progress, "thresholds">) {
  if (thresholds.length === 0) return null;
  return (
    <section aria-labelledby="thresholds">
      <h2 id="thresholds" className="font-bold">
        The smallest difference you tell
      </h2>
      <ul className="list-disc pl-5">
        {thresholds.map(({ axis, threshold: { deltaE2000, least, most, count } }) => (
          <li key={axis}>
            {AXIS_WORDS[axis]}: {deltaEText(deltaE2000)} ({least.toFixed(1)} to {most.toFixed(1)}), after{" "}
            {count === 1 ? "1 answer" : `${count} answers`}
          </li>
        ))}
      </ul>
      <p className="text-sm text-muted">
        What is told right three times of four, one among four, on this screen and in this light. A screen is
        no eye test.
      </p>
    </section>
  );
}

/** What real matches and first looks say of the same eye. */
function FromTheLog() {
  const settings = useSettings();
  const trials = useStored(readEyeTrials, [LATEST_OF_LOG]);
  const report = biasReport(trials ?? []);
  if (!report) return null;
  const { count, lightness, chroma, hue } = report;
  return (
    <section aria-labelledby="from-log">
      <h2 id="from-log" className="font-bold">
        Beside it: what your log says
      </h2>
      <p>
        Of {count} matches and first looks, value came out {stepsText(lightness.mean, settings.scale)}{" "}
        {wayWords("value", lightness.mean)} in the mean (spread {lightness.spread.toFixed(1)} L*), chroma{" "}
        {signed(chroma.mean)} C* (spread {chroma.spread.toFixed(1)}), hue {signed(hue.mean)} ΔH* (spread{" "}
        {hue.spread.toFixed(1)}).
      </p>
    </section>
  );
}

function linesOf(
  answered: readonly Answered[],
  sessions: readonly PracticeSession[],
): readonly Readonly<Record<string, string | number>>[] {
  const levelOf = new Map(
    sessions.flatMap(({ questions, level }) => questions.map((one) => [one, level] as const)),
  );
  return answered.flatMap(({ at, question, score }) => {
    const base = {
      date: new Date(at).toISOString(),
      level: levelOf.get(question) ?? "",
      drill: DRILL_WORDS[question.drill],
      right: score.isRight ? "yes" : "no",
    };
    const misses = score.misses.length > 0 ? score.misses : [undefined];
    return misses.map((miss) => ({
      ...base,
      axis: miss?.axis ?? "",
      true_L: miss ? miss.about[0].toFixed(2) : "",
      true_a: miss ? miss.about[1].toFixed(2) : "",
      true_b: miss ? miss.about[2].toFixed(2) : "",
      signed_miss: miss ? miss.size.toFixed(3) : "",
      clear_steps: miss ? miss.steps.toFixed(3) : "",
    }));
  });
}
