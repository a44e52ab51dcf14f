/** One table for all figures: what was measured, what is promised, whether it holds. */
export type Figure = {
  readonly what: string;
  readonly measured: number;
  readonly unit: string;
  /** The promise; undefined for a figure that is only informative. */
  readonly atMost?: number;
  readonly atLeast?: number;
};

export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

function holds({ measured, atMost, atLeast }: Figure): string {
  if (atMost === undefined && atLeast === undefined) return "";
  const isKept =
    (atMost === undefined || measured <= atMost) && (atLeast === undefined || measured >= atLeast);
  return isKept ? "kept" : "MISSED";
}

export function printFigures(title: string, figures: readonly Figure[]): void {
  process.stdout.write(`\n${title}\n`);
  for (const figure of figures) {
    const { what, measured, unit, atMost, atLeast } = figure;
    const promise = atMost !== undefined ? `<= ${atMost}` : atLeast !== undefined ? `>= ${atLeast}` : "";
    process.stdout.write(
      `  ${what.padEnd(76)} ${Number(measured.toPrecision(3)).toString().padStart(9)} ${unit.padEnd(8)} ${promise.padEnd(10)} ${holds(figure)}\n`,
    );
  }
}

/** Whether a part is to be measured: all of them, or those that `--only` names. */
export function isAsked(part: string): boolean {
  const { argv } = process;
  return !argv.includes("--only") || argv.some((named, at) => named === part && argv[at - 1] === "--only");
}
