"use client";

import Link from "next/link";
import { useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import { Button } from "../../ui/Button";
import { BoxPicker } from "../../kit/paint/BoxPicker";
import { useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { useTubeCommands } from "../../kit/commands/tubes";

/** Which tubes of the box lie on the board, in the order in which they are chosen. */
export function BoardForm({ palette, onDone }: { palette: Palette; onDone: () => void }) {
  const board = useStudio((studio) => studio.board);
  const { setBoard } = useTubeCommands();
  const [tubeIds, setTubeIds] = useState<readonly string[]>(() => board.map((tube) => tube.id));
  const [keptIds] = useState(tubeIds);
  const save = async (): Promise<void> => {
    await setBoard(palette.id, tubeIds);
    onDone();
  };
  return (
    <div className="flex flex-col gap-4">
      <BoxPicker legend="Tubes on the board" chosenIds={tubeIds} keptIds={keptIds} onChange={setTubeIds} />
      <p className="text-muted">
        Another paint?{" "}
        <Link href="/tubes" className="underline underline-offset-4">
          Add it to your box
        </Link>{" "}
        first.
      </p>
      <Button
        weight="main"
        className="self-start"
        disabled={tubeIds.length === 0}
        onClick={() => {
          attempt(save());
        }}
      >
        Lay out this board
      </Button>
      {tubeIds.length === 0 ? <p className="text-muted">A board needs at least one tube.</p> : null}
    </div>
  );
}
