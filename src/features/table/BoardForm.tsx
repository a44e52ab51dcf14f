"use client";

import { useState } from "react";
import type { Palette } from "../../persistence/schema";
import { layOutBoard } from "../../persistence/studio";
import { Button } from "../../ui/Button";
import { modelsById, PaintPicker, tubeFromModel } from "../shared/PaintPicker";
import { useStudio } from "../shared/Studio";

export function BoardForm({ palette, onDone }: { palette: Palette; onDone: () => void }) {
  const { db, board, attempt } = useStudio();
  const [modelIds, setModelIds] = useState<readonly string[]>(() => board.map((tube) => tube.optics.modelId));
  const save = async (): Promise<void> => {
    await layOutBoard(db, palette.id, modelsById(modelIds).map(tubeFromModel), Date.now());
    onDone();
  };
  return (
    <div className="flex flex-col gap-4">
      <PaintPicker chosenIds={modelIds} onChange={setModelIds} />
      <Button
        weight="main"
        className="self-start"
        disabled={modelIds.length === 0}
        onClick={() => {
          attempt(save());
        }}
      >
        Lay out this board
      </Button>
      {modelIds.length === 0 ? <p className="text-muted">A board needs at least one tube.</p> : null}
    </div>
  );
}
