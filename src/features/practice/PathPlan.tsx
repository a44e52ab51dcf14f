"use client";

/** A plan of hue and chroma: the painter marks where the middle of two tubes lies, by touch or with the arrow keys. */
import { type ComponentProps, type KeyboardEvent, type PointerEvent, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import type { Question } from "../../domain/practice/practice";
import { Button } from "../../ui/Button";
import { cssFromLab } from "../../ui/color";

/** a* and b* at the edge of the plan. */
const EDGE = 112;
const STEP = 4;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, STEP],
  ArrowDown: [0, -STEP],
};
const RINGS = [25, 50, 75] as const;

export function PathPlan({
  question,
  onAnswer,
}: {
  question: Question;
  onAnswer: (given: readonly number[]) => void;
}) {
  const [at, setAt] = useState<readonly [number, number]>([0, 0]);
  const [one, other] = question.patches;
  if (!one || !other) return null;
  const place = (event: PointerEvent<SVGSVGElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    setAt([
      Math.round(((event.clientX - box.left) / box.width) * 2 * EDGE - EDGE),
      Math.round(EDGE - ((event.clientY - box.top) / box.height) * 2 * EDGE),
    ]);
  };
  const move = (event: KeyboardEvent): void => {
    const way = ARROWS[event.key];
    if (!way) return;
    event.preventDefault();
    const within = (value: number): number => Math.max(-EDGE, Math.min(EDGE, value));
    setAt(([a, b]) => [within(a + way[0]), within(b + way[1])]);
  };
  return (
    <div className="flex flex-1 flex-col items-center gap-3">
      <Plan
        one={one}
        other={other}
        mark={at}
        role="application"
        aria-label={`Plan of hue and chroma. The mark lies at ${placeWords(at)}. Move it with the arrow keys.`}
        tabIndex={0}
        className="aspect-square w-full max-w-md cursor-crosshair border"
        onPointerDown={place}
        onKeyDown={move}
      />
      <p aria-live="polite">Your mark: {placeWords(at)}</p>
      <Button
        weight="main"
        onClick={() => {
          onAnswer(at);
        }}
      >
        It passes here
      </Button>
    </div>
  );
}

/** The same plan with the way from tube to tube, and the mark that was made. */
export function PathShown({ question, mark }: { question: Question; mark: readonly [number, number] }) {
  const [one, other] = question.patches;
  if (!one || !other) return null;
  const way = question.choices.slice(1).flatMap(({ lab }) => (lab ? [lab] : []));
  return (
    <Plan
      one={one}
      other={other}
      mark={mark}
      way={way}
      role="img"
      aria-label={`The way between the two passes at ${placeWords([question.key[0] ?? 0, question.key[1] ?? 0])}; your mark lies at ${placeWords(mark)}.`}
      className="aspect-square w-full max-w-xs border"
    />
  );
}

function Plan({
  one,
  other,
  mark,
  way = [],
  ...rest
}: ComponentProps<"svg"> & {
  one: LabD65;
  other: LabD65;
  mark: readonly [number, number];
  way?: readonly LabD65[];
}) {
  const points = [one, ...way, other].map(([, a, b]) => `${a.toFixed(1)},${(-b).toFixed(1)}`).join(" ");
  return (
    <svg viewBox={`${-EDGE} ${-EDGE} ${2 * EDGE} ${2 * EDGE}`} {...rest}>
      {RINGS.map((r) => (
        <circle key={r} r={r} className="fill-none stroke-line" strokeWidth={0.6} />
      ))}
      <path d={`M${-EDGE} 0H${EDGE}M0 ${-EDGE}V${EDGE}`} className="stroke-line" strokeWidth={0.6} />
      {(
        [
          [0, -EDGE + 8, "yellow"],
          [0, EDGE - 3, "blue"],
          [EDGE - 10, -2, "red"],
          [-EDGE + 12, -2, "green"],
        ] as const
      ).map(([x, y, word]) => (
        <text key={word} x={x} y={y} textAnchor="middle" fontSize={7} className="fill-muted">
          {word}
        </text>
      ))}
      {[one, other].map(([l, a, b], i) => (
        <g key={i}>
          <circle
            data-paint=""
            cx={a}
            cy={-b}
            r={6}
            style={{ fill: cssFromLab(i === 0 ? one : other) }}
            className="stroke-ink"
            strokeWidth={1}
          />
          <text x={a} y={-b - 9} textAnchor="middle" fontSize={7} className="fill-ink">
            {i + 1}
            {l < 20 ? " (dark)" : ""}
          </text>
        </g>
      ))}
      {way.length > 0 ? (
        <polyline points={points} className="fill-none stroke-ink" strokeWidth={1.5} strokeDasharray="3 2" />
      ) : null}
      <path
        d={`M${mark[0] - 5} ${-mark[1]}h10M${mark[0]} ${-mark[1] - 5}v10`}
        className="stroke-ink"
        strokeWidth={2}
      />
    </svg>
  );
}

/** "12 towards red, 30 towards yellow". */
function placeWords([a, b]: readonly [number, number]): string {
  const words = [
    ...(a === 0 ? [] : [`${Math.abs(a)} towards ${a > 0 ? "red" : "green"}`]),
    ...(b === 0 ? [] : [`${Math.abs(b)} towards ${b > 0 ? "yellow" : "blue"}`]),
  ];
  return words.length > 0 ? words.join(", ") : "grey";
}
