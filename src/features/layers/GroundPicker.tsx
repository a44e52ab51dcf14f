"use client";

/** What lies there before the first layer. */
import { useStored } from "../../kit/store/useStored";
import { useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { ABSORBENCIES, type Ground } from "../../domain/ground/ground";
import { labOfGround, NAMED_GROUNDS, reflectanceOf, seenOfGround } from "../../domain/ground/seenGround";
import type { Layering } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { useLayerCommands } from "../../kit/commands/layerings";
import { useFilms, useLayerings } from "../../kit/layers/useLayers";
import { ReadColour } from "../../kit/reading/ReadColour";
import { attempt } from "../../kit/studio/problems";
import { useStore, useSettings, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { readMatchesOf } from "../../kit/store/calls";
import { Notice } from "../../ui/Notice";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";

const NONE: readonly never[] = [];
const ROW = "flex min-h-12 w-full items-center gap-3 border-b py-1 text-left";
const ABSORBENCY_LABELS = { sized: "stays on top", some: "takes in some", thirsty: "drinks paint" } as const;
const PICKED_UP = [0, 0.1, 0.2, 0.35, 0.5, 0.8] as const;

export function GroundPicker({ layering, onDone }: { layering: Layering; onDone: () => void }) {
  const store = useStore();
  const settings = useSettings();
  const notes = useStudio((studio) => studio.notes);
  const { changeLayering, setPaintingGround } = useLayerCommands();
  const { context, habitOf } = useFilms();
  const tubeById = useStudio((studio) => studio.tubeById);
  const matches = useStored(readMatchesOf, [layering.paintingId]) ?? NONE;
  const others = (useLayerings() ?? NONE).filter(({ id }) => id !== layering.id);
  const [isImpossible, setImpossible] = useState(false);
  const take = (ground: Ground): void => {
    attempt(
      undoably(store, `${layering.name} lies on ${ground.name} now.`, [["layerings", layering.id]], () =>
        changeLayering(layering.id, () => ({ ground })),
      ),
    );
    onDone();
  };
  /** With the colour that it has now: a painting's ground does not change with a note. */
  const fixed = (ground: Ground): Ground => {
    const lab = labOfGround(ground, context);
    if (ground.color !== undefined || ground.ofId === undefined || !lab) return ground;
    return { ...ground, color: storedFromLab(lab, "predicted", GENERIC_UNCERTAINTY) };
  };
  const change = (part: Partial<Ground>): void => {
    attempt(changeLayering(layering.id, ({ ground }) => ({ ground: { ...ground, ...part } })));
  };
  const row = (ground: Ground, lab: LabD65 | undefined) =>
    lab ? (
      <button
        type="button"
        className={ROW}
        onClick={() => {
          take(ground);
        }}
      >
        <Patch lab={lab} className="h-9 w-14 shrink-0" />
        <span className="min-w-0 leading-tight">
          {ground.name}{" "}
          <span className="block text-sm text-muted">{describeLab(lab, settings).sentence}</span>
        </span>
      </button>
    ) : null;
  return (
    <div className="flex flex-col gap-5">
      <section aria-labelledby="ground-now">
        <h3 id="ground-now" className="font-bold">
          {layering.ground.name}
        </h3>
        <div className="flex flex-wrap gap-3">
          <SelectField
            label="it is"
            value={layering.ground.isWet ? (layering.ground.pickedUpShare ?? 0.2) : 0}
            onChoose={(picked) => {
              const share = Number(picked);
              change({ isWet: share > 0, pickedUpShare: share });
              attempt(
                changeLayering(layering.id, ({ layers }) => ({
                  layers: layers.map((layer, i) => (i === 0 ? { ...layer, takenUpShare: share } : layer)),
                })),
              );
            }}
          >
            {PICKED_UP.map((share) => (
              <option key={share} value={share}>
                {share === 0 ? "dry" : `wet, the brush picks up ${Math.round(100 * share)} %`}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="paint on it"
            value={layering.ground.absorbency ?? ""}
            onChoose={(picked) => {
              const absorbency = ABSORBENCIES.find((one) => one === picked);
              if (absorbency) change({ absorbency });
            }}
          >
            {layering.ground.absorbency ? null : <option value="">not said</option>}
            {ABSORBENCIES.map((one) => (
              <option key={one} value={one}>
                {ABSORBENCY_LABELS[one]}
              </option>
            ))}
          </SelectField>
        </div>
        <button
          type="button"
          className="min-h-11 underline underline-offset-4"
          onClick={() => {
            attempt(
              undoably(
                store,
                `The whole painting lies on ${layering.ground.name} now.`,
                [["paintings", layering.paintingId]],
                () => setPaintingGround(layering.paintingId, fixed(layering.ground)),
              ),
            );
            onDone();
          }}
        >
          the whole painting lies on it
        </button>
      </section>
      <section aria-labelledby="ground-named">
        <h3 id="ground-named" className="font-bold">
          Paper, canvas, toned ground
        </h3>
        <ul>
          {NAMED_GROUNDS.map((ground) => (
            <li key={ground.name}>{row(ground, labOfGround(ground, context))}</li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="ground-read">
        <h3 id="ground-read" className="font-bold">
          One of your own
        </h3>
        {isImpossible ? <Notice>No surface can have that colour. Type or read it again.</Notice> : null}
        <ReadColour
          ways={["typed", "photo", "colorimeter"]}
          thing="the ground"
          onTake={(taken) => {
            if (!taken) return;
            if (!reflectanceOf(taken.lab)) {
              setImpossible(true);
              return;
            }
            take({
              kind: "toned",
              name: "My ground",
              color: storedFromLab(taken.lab, taken.source, taken.uncertaintyDeltaE2000),
              isWet: false,
            });
          }}
        />
      </section>
      <section aria-labelledby="ground-kept">
        <h3 id="ground-kept" className="font-bold">
          A kept match
        </h3>
        <ul>
          {matches.map((match) => {
            const { name } = notes.find(({ id }) => id === match.noteId) ?? { name: "A match" };
            return (
              <li key={match.id}>
                {row(
                  {
                    kind: "match",
                    name: `${name}, as it is`,
                    color: match.result,
                    ofId: match.id,
                    isWet: false,
                  },
                  labFromStored(match.result),
                )}
              </li>
            );
          })}
        </ul>
        {matches.length === 0 ? <p className="text-muted">No match of this painting is kept yet.</p> : null}
      </section>
      <section aria-labelledby="ground-layers">
        <h3 id="ground-layers" className="font-bold">
          As another plan leaves it
        </h3>
        <ul>
          {others.map((other) => {
            const seen = seenOfGround(other.ground, context);
            const lab = seen && seenStack(other.layers, seen, habitOf, tubeById)?.after.at(-1);
            return (
              <li key={other.id}>
                {lab
                  ? row(
                      {
                        kind: "layer",
                        name: other.name,
                        color: storedFromLab(lab, "predicted", GENERIC_UNCERTAINTY),
                        ofId: other.id,
                        isWet: false,
                      },
                      lab,
                    )
                  : null}
              </li>
            );
          })}
        </ul>
        {others.length === 0 ? <p className="text-muted">This painting has no other plan.</p> : null}
      </section>
      <section aria-labelledby="ground-notes">
        <h3 id="ground-notes" className="font-bold">
          A note, as it is or will be painted
        </h3>
        <ul>
          {notes.map((note) => (
            <li key={note.id}>
              {row(
                { kind: "note", name: note.name, ofId: note.id, isWet: false },
                labFromStored(note.target),
              )}
            </li>
          ))}
        </ul>
        {notes.length === 0 ? <p className="text-muted">This painting has no notes yet.</p> : null}
      </section>
    </div>
  );
}
