"use client";

/** Tubes of the box, ticked in the order in which they are wanted, and taken together. */
import { useState } from "react";
import { Button } from "../../ui/Button";
import { BoxPicker } from "./BoxPicker";

export function TubeChoice({
  legend,
  chosenIds,
  onChosen,
}: {
  legend: string;
  chosenIds: readonly string[];
  onChosen: (ids: readonly string[]) => void;
}) {
  const [ids, setIds] = useState(chosenIds);
  return (
    <div className="flex flex-col gap-4">
      <BoxPicker legend={legend} chosenIds={ids} keptIds={chosenIds} onChange={setIds} />
      <Button
        weight="main"
        className="self-start"
        disabled={ids.length === 0}
        onClick={() => {
          onChosen(ids);
        }}
      >
        Take these
      </Button>
    </div>
  );
}
