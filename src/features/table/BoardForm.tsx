"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import type { Palette } from "../../persistence/schema";
import { setBoard } from "../../persistence/tubes";
import { Button } from "../../ui/Button";
import { ladderOfTube } from "../shared/paint";
import { SmearPicker } from "../shared/SmearPicker";
import { useStudio } from "../shared/Studio";

/** Which tubes of the box lie on the board, in the order in which they are chosen. */
export function BoardForm({ palette, onDone }: { palette: Palette; onDone: () => void }) {
  const { db, box, board, attempt } = useStudio();
  const [tubeIds, setTubeIds] = useState<readonly string[]>(() => board.map((tube) => tube.id));
  const items = useMemo(
    () =>
      box
        .filter((tube) => tube.archivedAt === undefined || board.includes(tube))
        .map((tube) => ({
          id: tube.id,
          label: tube.label,
          codes: tube.colourIndexNames.join(" "),
          family: tube.medium,
          ladder: ladderOfTube(tube),
        })),
    [box, board],
  );
  const save = async (): Promise<void> => {
    await setBoard(db, palette.id, tubeIds);
    onDone();
  };
  return (
    <div className="flex flex-col gap-4">
      <SmearPicker
        legend="Tubes on the board"
        searchLabel="Find in your box by name or code"
        listLabel="Your box"
        nothing={(text) => `No tube of your box has “${text}” in its name.`}
        items={items}
        chosenIds={tubeIds}
        onChange={setTubeIds}
      />
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
