import { useId } from "react";
import type { LabD65 } from "../core/color/types";
import { cssFromLab } from "./color";

/** Outlines of a knife stroke, so that neighbours on the board do not look stamped. */
const STROKES = [
  "M4 9 C18 3 60 2 96 4 C140 3 176 5 196 4 L193 14 L199 20 L192 30 L198 38 L194 50 C160 54 90 52 40 54 C22 55 6 53 3 50 C1 36 1 22 4 9 Z",
  "M3 12 C14 5 70 5 110 3 C150 2 180 7 197 9 L192 19 L196 26 L191 36 L195 47 C150 50 100 55 52 53 C24 54 8 52 4 47 C2 34 1 24 3 12 Z",
  "M5 8 C30 2 84 5 120 4 C156 2 182 4 194 7 L198 15 L192 24 L197 33 L193 42 L195 49 C140 55 92 51 48 54 C20 53 7 54 4 49 C1 30 2 20 5 8 Z",
];

/**
 * One tube as it is pulled across the board: masstone at the left, through its tints to the right, so that
 * two near-black tubes can be told apart. Decorative: the tube's name stands beside it.
 */
export function Smear({
  ladder,
  variant,
  className,
}: {
  /** Masstone first, then ever lighter tints. */
  ladder: readonly LabD65[];
  variant: number;
  className?: string;
}) {
  const id = useId();
  const last = Math.max(1, ladder.length - 1);
  return (
    <svg
      data-paint=""
      aria-hidden="true"
      viewBox="0 0 200 57"
      preserveAspectRatio="none"
      className={className}
    >
      <defs>
        <linearGradient id={id}>
          {ladder.map((lab, i) => (
            <stop key={i} offset={0.12 + (0.84 * i) / last} stopColor={cssFromLab(lab)} />
          ))}
        </linearGradient>
      </defs>
      <path
        d={STROKES[variant % STROKES.length]}
        fill={`url(#${id})`}
        stroke="var(--line)"
        strokeWidth="0.75"
      />
    </svg>
  );
}
