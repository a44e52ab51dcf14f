"use client";

/** A layer begins with paint: a tube of the board, or a pile that lies there. */
import { useStored } from "../../kit/store/useStored";
import { opticsOfAmounts, WORD_SHARES } from "../../domain/layers/film";
import type { PaintLayer } from "../../domain/layers/layering";
import { thinnerOf } from "../../domain/layers/towards";
import { labOfVolumes } from "../../domain/mixture/color";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import type { Dose } from "../../domain/pile/pile";
import { ladderOfTube } from "../../domain/tube/smear";
import { isWater } from "../../domain/tube/water";
import { useStudio } from "../../kit/studio/useStudio";
import { readLayablePiles } from "../../kit/store/calls";
import { Patch } from "../../ui/Patch";
import { Smear } from "../../ui/Smear";
import type { LayerEdits } from "./useLayerEdits";

const NONE: readonly never[] = [];
const ROW = "flex min-h-12 w-full items-center gap-3 border-b py-1 text-left";
/** As few painters lay a glaze thicker than this at first. */
const AT_FIRST = WORD_SHARES.thin;
const MOST_PARTS = 10_000;

export function AddLayer({ edits, onDone }: { edits: LayerEdits; onDone: () => void }) {
  const board = useStudio((studio) => studio.board);
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const paintingId = useStudio((studio) => studio.painting?.id);
  const piles = useStored(readLayablePiles, paintingId ? [paintingId] : undefined) ?? NONE;
  const add = (name: string, amounts: readonly Dose[], thinnerShare: number): void => {
    const [most] = [...amounts].sort((one, other) => other.parts - one.parts);
    const layer: Omit<PaintLayer, "id"> = {
      name,
      amounts,
      thinner: thinnerOf(tubeById.get(most?.tubeId ?? "")?.medium),
      thinnerShare,
      passes: 1,
      coverShare: 1,
      takenUpShare: 0,
    };
    edits.add([layer]);
    onDone();
  };
  return (
    <div className="flex flex-col gap-5">
      <section aria-labelledby="layer-tubes">
        <h3 id="layer-tubes" className="font-bold">
          A tube
        </h3>
        {board.length === 0 ? <p className="text-muted">No tube lies on the board.</p> : null}
        <ul>
          {board.map((tube, i) => (
            <li key={tube.id}>
              <button
                type="button"
                className={ROW}
                onClick={() => {
                  add(tube.label, [{ tubeId: tube.id, parts: 1 }], AT_FIRST);
                }}
              >
                <Smear ladder={ladderOfTube(tube)} variant={i} className="h-8 w-24 shrink-0" />
                <span>
                  {tube.label}
                  {tube.opacity === "unknown" ? null : <span className="text-muted"> {tube.opacity}</span>}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="layer-piles">
        <h3 id="layer-piles" className="font-bold">
          A pile
        </h3>
        <ul>
          {piles.flatMap((pile) => {
            const whole = contentsOf(pile);
            const paint = whole.filter((dose) => !isWater(dose) && dose.parts > 0);
            const optics = opticsOfAmounts(paint, tubeById);
            if (!optics) return [];
            const note = notes.find(({ id }) => id === pile.noteId);
            const name = note ? `${note.number} ${note.name}` : (pile.name ?? "Pile without a name");
            const share = 1 - volumeOf(paint) / volumeOf(whole);
            const scale = Math.min(1, MOST_PARTS / volumeOf(paint));
            const amounts = paint.map(({ tubeId, parts }) => ({ tubeId, parts: scale * parts }));
            return [
              <li key={pile.id}>
                <button
                  type="button"
                  className={ROW}
                  onClick={() => {
                    // A wash keeps the water that is in it.
                    add(name, amounts, share > 0 ? Math.round(1000 * share) / 1000 : AT_FIRST);
                  }}
                >
                  <Patch
                    lab={labOfVolumes([{ optics, volume: 1 }])}
                    className="size-8 shrink-0 rounded-full"
                  />
                  <span>{name}</span>
                </button>
              </li>,
            ];
          })}
        </ul>
        {piles.length === 0 ? <p className="text-muted">No pile of this painting has paint in it.</p> : null}
      </section>
    </div>
  );
}
