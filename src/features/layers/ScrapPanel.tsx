"use client";

/** A trial on a scrap: read when it is dry, kept like a match, and what it teaches of one's own films. */
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import type { Ground } from "../../domain/ground/ground";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { groundAfter } from "../../domain/layers/seenStack";
import { type PaintLayer, MOST_SCRAP_READINGS, type Scrap } from "../../domain/layers/layering";
import { labFromStored, storedFromLab, type StoredColor } from "../../domain/reading/storedColor";
import { useLayerCommands } from "../../kit/commands/layerings";
import { useFilms } from "../../kit/layers/useLayers";
import { ReadColour } from "../../kit/reading/ReadColour";
import { filmSpecimen } from "../../kit/reading/specimen";
import { attempt } from "../../kit/studio/problems";
import { useDb, useSettings, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import { layerWords } from "../../words/layers";
import type { KnownLayers } from "./known";

type Place = "ground" | "light" | "dark";
type Taken = { readonly ground: Ground; readonly color: StoredColor };

export function ScrapPanel({ known }: { known: KnownLayers }) {
  const { layering, films } = known;
  const { keepScrap } = useLayerCommands();
  const [place, setPlace] = useState<Place>("ground");
  const [taken, setTaken] = useState<readonly Taken[]>([]);
  const tubeById = useStudio((studio) => studio.tubeById);
  const ground = place === "ground" ? layering.ground : CARDS[place];
  const seen = seenOfGround(ground, films.context);
  const after = seen && groundAfter(layering.layers, seen, films.habitOf, tubeById);
  const predicted = after && labFromReflectance(after, VIEWING.D65);
  return (
    <div className="flex flex-col gap-4">
      {layering.layers.length === 0 ? (
        <p className="text-muted">Plan a layer first, then paint it on a scrap and read it here.</p>
      ) : (
        <>
          <p>
            Paint these layers on a scrap, let them dry, then read them here. One layer on a black and white
            card teaches most.
          </p>
          <Choice
            label="Read over"
            value={place}
            options={[
              { value: "ground", label: layering.ground.name },
              { value: "light", label: "white card" },
              { value: "dark", label: "black card" },
            ]}
            onChange={setPlace}
          />
          {predicted ? (
            <ReadColour
              of={place}
              ways={["eye", "words", "typed", "photo", "colorimeter"]}
              thing="the dry scrap"
              beside={predicted}
              predicted={predicted}
              expected={predicted}
              specimen={filmSpecimen(layering.layers, seen, tubeById)}
              onTake={(read) => {
                if (!read || taken.length >= MOST_SCRAP_READINGS) return;
                // What was there is kept with the reading, whatever becomes of the note that it was of.
                const lab = labFromReflectance(seen, VIEWING.D65);
                const fixed: Ground = {
                  ...ground,
                  color: ground.color ?? storedFromLab(lab, "predicted", 0.5),
                };
                const color = storedFromLab(read.lab, read.source, read.uncertaintyDeltaE2000, read.silent);
                setTaken([...taken, { ground: fixed, color }]);
              }}
            />
          ) : (
            <p>The colour of this ground is not known.</p>
          )}
          {taken.length > 0 ? (
            <>
              <Readings readings={taken} />
              <Button
                weight="main"
                className="self-start"
                onClick={() => {
                  attempt(
                    keepScrap(
                      {
                        paintingId: layering.paintingId,
                        name: `${layering.name}, ${layering.layers.map(({ name }) => name).join(", ")}`.slice(
                          0,
                          120,
                        ),
                        layers: layering.layers,
                        readings: taken,
                      },
                      Date.now(),
                    ),
                  );
                  setTaken([]);
                }}
              >
                Keep the scrap
              </Button>
            </>
          ) : null}
        </>
      )}
      <KeptScraps />
    </div>
  );
}

function KeptScraps() {
  const db = useDb();
  const { scraps } = useFilms();
  const { removeScrap } = useLayerCommands();
  if (scraps.length === 0) return null;
  return (
    <section aria-labelledby="kept-scraps">
      <h3 id="kept-scraps" className="font-bold">
        Kept scraps
      </h3>
      <ul>
        {scraps.map((scrap) => (
          <li key={scrap.id} className="border-t py-2">
            <p className="font-semibold">{scrap.name}</p>
            <ol className="list-decimal pl-5 text-sm">
              {scrap.layers.map((layer: PaintLayer) => (
                <li key={layer.id}>
                  {layer.name}: {layerWords(layer)}
                </li>
              ))}
            </ol>
            <Readings readings={scrap.readings} scrap={scrap} />
            <Button
              weight="quiet"
              onClick={() => {
                attempt(
                  undoably(db, `${scrap.name} is removed.`, [["scraps", scrap.id]], () =>
                    removeScrap(scrap.id),
                  ),
                );
              }}
            >
              remove
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was read, and how far it was from what is predicted today. */
function Readings({ readings, scrap }: { readings: readonly Taken[]; scrap?: Scrap }) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { habitOf, context } = useFilms();
  return (
    <ul>
      {readings.map(({ ground, color }, i) => {
        const lab = labFromStored(color);
        const seen = scrap && seenOfGround(ground, context);
        const after = seen && groundAfter(scrap.layers, seen, habitOf, tubeById);
        const now: LabD65 | undefined = after && labFromReflectance(after, VIEWING.D65);
        const miss = now && deltaE2000(now, lab);
        return (
          <li key={i} className="flex items-center gap-3 py-1">
            <Patch lab={lab} className="h-9 w-12 shrink-0" />
            <span className="leading-tight">
              over {ground.name}: {describeLab(lab, settings).sentence}
              {miss === undefined ? null : (
                <span className="block text-sm text-muted">
                  {deltaEText(miss)} from what is predicted now, {seenWords(miss)}
                </span>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
