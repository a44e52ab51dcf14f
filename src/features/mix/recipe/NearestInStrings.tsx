"use client";

/** Who mixes beforehand sees first which planned pile is nearest, and what little it lacks. */
import Link from "next/link";
import { nearestCell } from "../../../domain/strings/gridPlan";
import { useSettings } from "../../../kit/studio/useStudio";
import { useGrids, usePlannedGrid } from "../../../kit/strings/useGrids";
import { lackWords, memberName } from "../../../words/strings";
import { deltaEText } from "../../../words/colors";
import { useAim } from "../bench/contexts";

export function NearestInStrings() {
  const { target } = useAim();
  const settings = useSettings();
  const grid = useGrids()?.at(-1);
  const { plan, planned } = usePlannedGrid(grid?.strings.length ? grid : undefined);
  const nearest = plan && nearestCell(plan, target);
  if (!nearest || !planned) return null;
  const { cell, deltaE2000 } = nearest;
  const name = planned.strings.find(({ id }) => id === cell.stringId)?.name ?? "";
  return (
    <p className="mb-2">
      Nearest in your strings:{" "}
      <Link href={`/strings?grid=${planned.id}`} className="underline">
        {memberName(name, cell.row, settings)}
      </Link>
      , {deltaEText(deltaE2000)}, {lackWords(target, cell.predicted, settings)}.
      {cell.isReserved ? " It touches what is kept for the end." : ""}
    </p>
  );
}
