"use client";

import { useMemo } from "react";
import { ladderOfTube } from "../../domain/tube/smear";
import { SmearPicker } from "./SmearPicker";
import { useStudio } from "../studio/useStudio";

/** Tubes of one's own box to choose from, archived ones only if they are chosen already. */
export function BoxPicker({
  legend,
  chosenIds,
  keptIds,
  onChange,
}: {
  legend: string;
  chosenIds: readonly string[];
  /** Offered although archived. */
  keptIds: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  const box = useStudio((studio) => studio.box);
  const items = useMemo(
    () =>
      box
        .filter((tube) => tube.archivedAt === undefined || keptIds.includes(tube.id))
        .map((tube) => ({
          id: tube.id,
          label: tube.label,
          codes: tube.colourIndexNames.join(" "),
          family: tube.medium,
          ladder: ladderOfTube(tube),
        })),
    [box, keptIds],
  );
  return (
    <SmearPicker
      legend={legend}
      searchLabel="Find in your box by name or code"
      listLabel="Your box"
      nothing={(text) => `No tube of your box has “${text}” in its name.`}
      items={items}
      chosenIds={chosenIds}
      onChange={onChange}
    />
  );
}
