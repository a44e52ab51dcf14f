"use client";

import { useMemo } from "react";
import { ladderOfTube } from "../../domain/tube/smear";
import { SmearPicker, type SmearItem } from "./SmearPicker";
import { useStudio } from "../studio/useStudio";

/** Tubes of one's own box to choose from, archived ones only if they are chosen already. */
export function BoxPicker({
  legend,
  chosenIds,
  keptIds,
  mixed,
  onChange,
}: {
  legend: string;
  chosenIds: readonly string[];
  /** Offered although archived. */
  keptIds: readonly string[];
  /** Mixtures that are offered after the tubes. */
  mixed?: readonly SmearItem[] | undefined;
  onChange: (ids: readonly string[]) => void;
}) {
  const box = useStudio((studio) => studio.box);
  const items = useMemo(
    () => [
      ...box
        .filter((tube) => tube.archivedAt === undefined || keptIds.includes(tube.id))
        .map((tube) => ({
          id: tube.id,
          label: tube.label,
          codes: tube.colourIndexNames.join(" "),
          family: tube.medium,
          ladder: ladderOfTube(tube),
        })),
      ...(mixed ?? []),
    ],
    [box, keptIds, mixed],
  );
  return (
    <SmearPicker
      legend={legend}
      searchLabel={mixed ? "Find a tube, a pile or a note" : "Find in your box by name or code"}
      listLabel={mixed ? "Your box, piles and notes" : "Your box"}
      nothing={(text) =>
        mixed
          ? `No tube, pile or note has “${text}” in its name.`
          : `No tube of your box has “${text}” in its name.`
      }
      items={items}
      chosenIds={chosenIds}
      onChange={onChange}
    />
  );
}
