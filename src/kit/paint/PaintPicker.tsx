"use client";

import type { PigmentModel } from "../../core/pigment/types";
import { GENERIC_PIGMENTS } from "../../domain/tube/optics";
import { ladderOfModel } from "../../domain/tube/smear";
import { type SmearItem, SmearPicker } from "./SmearPicker";

const GENERIC_ITEMS: readonly SmearItem[] = GENERIC_PIGMENTS.map((model) => ({
  id: model.id,
  label: model.name,
  codes: model.colourIndex,
  family: model.family,
  // Worked out when it is first drawn, not when the page is loaded.
  get ladder() {
    return ladderOfModel(model);
  },
}));

/** Which generic paints, in the order in which they were chosen. */
export function PaintPicker({
  legend = "Tubes on the board",
  chosenIds,
  onChange,
}: {
  legend?: string;
  chosenIds: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  return (
    <SmearPicker
      legend={legend}
      searchLabel="Find by name, code or family"
      listLabel="Generic paints"
      nothing={(text) => `No generic paint has “${text}” in its name.`}
      items={GENERIC_ITEMS}
      chosenIds={chosenIds}
      onChange={onChange}
    />
  );
}

export function modelsById(ids: readonly string[]): PigmentModel[] {
  return ids.flatMap((id) => GENERIC_PIGMENTS.find((model) => model.id === id) ?? []);
}
