"use client";

/** A trial on a scrap: read when it is dry, kept like a match, and what it teaches of one's own films. */
import { useState } from "react";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import type { Ground } from "../../domain/ground/ground";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { groundAfter } from "../../domain/layers/seenStack";
import { MOST_SCRAP_READINGS } from "../../domain/layers/layering";
import { storedFromLab, type StoredColor } from "../../domain/reading/storedColor";
import { useLayerCommands } from "../../kit/commands/layerings";
import { KeptScraps, ScrapReadings } from "../../kit/layers/KeptScraps";
import { ReadColour } from "../../kit/reading/ReadColour";
import { filmSpecimen } from "../../kit/reading/specimen";
import { attempt } from "../../kit/studio/problems";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
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
              <ScrapReadings readings={taken} />
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
