"use client";

/** When a match was mixed, and when it can be judged dry. */
import { formatDistanceToNow, formatRelative } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";
import type { NextStep } from "./nextSteps";

export function DryCheckWords({ step }: { step: Extract<NextStep, { kind: "dry-check" }> }) {
  const kept = formatDistanceToNow(step.match.keptAt, { addSuffix: true });
  return step.isDue
    ? `mixed ${kept}: look at the dry paint`
    : `mixed ${kept}, to be judged dry ${formatRelative(step.dryAt, Date.now(), { locale: enGB })}`;
}
