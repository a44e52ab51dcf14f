"use client";

/** The tubes of a palette in the order of one's own board: dragged by hand or moved by keyboard. */
import { X } from "lucide-react";
import { useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import type { Tube } from "../../domain/tube/tube";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { Smear } from "../../ui/Smear";
import { SortableList } from "../../ui/SortableList";
import type { SortableItem } from "../../ui/sortableParts";
import { TubeChoice } from "../../kit/paint/TubeChoice";
import { ladderOfTube } from "../../domain/tube/smear";
import { useStore, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { undoably } from "../../kit/studio/undoStack";
import { useTubeCommands } from "../../kit/commands/tubes";
import { tubesOf } from "../../domain/palette/searchedTubes";

export function PaletteTubes({ palette }: { palette: Palette }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { setBoard } = useTubeCommands();
  const store = useStore();
  const [isChoosing, setChoosing] = useState(false);
  // The new order stands at once; the store follows.
  const [moved, setMoved] = useState<{ readonly from: string; readonly ids: readonly string[] }>();
  const stored = palette.tubeIds.join();
  const tubeIds = moved?.from === stored ? moved.ids : palette.tubeIds;
  const keep = (ids: readonly string[]): void => {
    setMoved({ from: stored, ids });
    attempt(setBoard(palette.id, ids));
  };
  const tubes = tubesOf(tubeIds, tubeById);
  return (
    <div className="mt-4">
      <h2 className="flex items-baseline justify-between gap-2 border-b-2 border-ink font-bold">
        Its tubes
        <Button
          weight="quiet"
          onClick={() => {
            setChoosing(true);
          }}
        >
          choose
        </Button>
      </h2>
      {tubes.length === 0 ? <p className="py-2 text-muted">None yet. Choose some from your box.</p> : null}
      <SortableList
        label={`Tubes of ${palette.name}`}
        ids={tubes.map((tube) => tube.id)}
        nameOf={(id) => tubeById.get(id)?.label ?? "The tube"}
        handleClass="-ml-3"
        onOrder={keep}
        item={(id, held) => {
          const tube = tubeById.get(id);
          return tube ? (
            <PaletteTube
              tube={tube}
              held={held}
              variant={tubes.findIndex((one) => one.id === id)}
              canGo={tubes.length > 1}
              onRemove={() => {
                attempt(
                  undoably(store, `${tube.label} is off ${palette.name}.`, [["palettes", palette.id]], () =>
                    setBoard(
                      palette.id,
                      tubeIds.filter((other) => other !== id),
                    ),
                  ),
                );
              }}
            />
          ) : null;
        }}
      />
      <Drawer
        isOpen={isChoosing}
        onOpenChange={setChoosing}
        title={`Tubes of ${palette.name}`}
        description="From your box, in the order in which you choose them."
      >
        <TubeChoice
          key={stored}
          legend="Tubes of this palette"
          chosenIds={tubeIds}
          onChosen={(ids) => {
            keep(ids);
            setChoosing(false);
          }}
        />
      </Drawer>
    </div>
  );
}

function PaletteTube({
  tube,
  held: { ref, style, handle },
  variant,
  canGo,
  onRemove,
}: {
  tube: Tube;
  held: SortableItem;
  variant: number;
  canGo: boolean;
  onRemove: () => void;
}) {
  return (
    <li ref={ref} className="flex min-h-12 items-center gap-1.5 border-b bg-surface" style={style}>
      {handle}
      <Smear ladder={ladderOfTube(tube)} variant={variant} className="h-7 w-14 shrink-0" />
      <span className="min-w-0 flex-1 truncate leading-tight">{tube.label}</span>
      <button
        type="button"
        className="flex size-11 shrink-0 items-center justify-center disabled:invisible"
        aria-label={`Take ${tube.label} out`}
        disabled={!canGo}
        onClick={onRemove}
      >
        <X aria-hidden="true" className="size-5" />
      </button>
    </li>
  );
}
