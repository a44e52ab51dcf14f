"use client";

/** A trial on a scrap: read wet or dry, kept like a match, and what it teaches of one's own films. */
import { useState } from "react";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { groundAfter } from "../../domain/layers/seenStack";
import { MOST_SCRAP_READINGS, type ScrapReading } from "../../domain/layers/layering";
import type { FilmState } from "../../domain/reading/reading";
import { storedFromLab } from "../../domain/reading/storedColor";
import { useLayerCommands } from "../../kit/commands/layerings";
import { KeptScraps, ScrapReadings } from "../../kit/layers/KeptScraps";
import { useDryingOf } from "../../kit/paint/useToDry";
import { ReadColour } from "../../kit/reading/ReadColour";
import { filmSpecimen } from "../../kit/reading/specimen";
import { attempt } from "../../kit/studio/problems";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import type { KnownLayers } from "./known";

export function ScrapPanel({ known }: { known: KnownLayers }) {
  const { layering, films } = known;
  const { keepScrap, readScrapAgain } = useLayerCommands();
  const [keptId, setKeptId] = useState("");
  const [place, setPlace] = useState<string>();
  const [film, setFilm] = useState<FilmState>("dry");
  const [taken, setTaken] = useState<readonly ScrapReading[]>([]);
  const tubeById = useStudio((studio) => studio.tubeById);
  const dryingOf = useDryingOf();
  const kept = films.scraps.find(({ id }) => id === keptId);
  const layers = kept?.layers ?? layering.layers;
  const grounds = kept
    ? kept.readings.map((reading) => reading.ground)
    : [layering.ground, CARDS.light, CARDS.dark];
  const ground = grounds.find(({ name }) => name === place) ?? grounds[0] ?? layering.ground;
  const seen = seenOfGround(ground, films.context);
  const after = seen && groundAfter(layers, seen, films.habitOf, tubeById);
  const dry = after && labFromReflectance(after, VIEWING.D65);
  const top = layers.at(-1);
  const drying = top && film === "wet" ? dryingOf(top.amounts) : undefined;
  const predicted = dry && (drying ? drying.toWet(dry) : dry);
  const take = (reading: ScrapReading): void => {
    if (kept) attempt(readScrapAgain(kept.id, reading));
    else setTaken([...taken, reading]);
  };
  const count = kept ? kept.readings.length : taken.length;
  return (
    <div className="flex flex-col gap-4">
      {layers.length === 0 ? (
        <p className="text-muted">Plan a layer first, then paint it on a scrap and read it here.</p>
      ) : (
        <>
          <p>
            Paint these layers on a scrap, let them dry, then read them here. One layer on a black and white
            card teaches most. Read wet as well, it also teaches how they dry.
          </p>
          {films.scraps.length > 0 ? (
            <SelectField
              label="The scrap"
              value={keptId}
              onChoose={(picked) => {
                setKeptId(picked);
                setPlace(undefined);
              }}
            >
              <option value="">a new one, of these layers</option>
              {films.scraps.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </SelectField>
          ) : null}
          <div className="flex flex-wrap gap-3">
            <Choice
              label="Read over"
              value={ground.name}
              options={[...new Set(grounds.map(({ name }) => name))].map((name) => ({
                value: name,
                label: name,
              }))}
              onChange={setPlace}
            />
            <Choice
              label="How the scrap is seen"
              value={film}
              options={[
                { value: "wet", label: "still wet" },
                { value: "dry", label: "dry" },
              ]}
              onChange={setFilm}
            />
          </div>
          {predicted && count < MOST_SCRAP_READINGS ? (
            <ReadColour
              of={`${keptId} ${ground.name} ${film}`}
              ways={["eye", "words", "typed", "photo", "colorimeter"]}
              thing={`the ${film} scrap`}
              beside={predicted}
              predicted={predicted}
              expected={predicted}
              specimen={filmSpecimen(layers, seen, tubeById, film)}
              onTake={(read) => {
                if (!read) return;
                // What was there is kept with the reading, whatever becomes of the note that it was of.
                const lab = labFromReflectance(seen, VIEWING.D65);
                take({
                  ground: { ...ground, color: ground.color ?? storedFromLab(lab, "predicted", 0.5) },
                  color: storedFromLab(read.lab, read.source, read.uncertaintyDeltaE2000, read.silent),
                  ...(film === "wet" && { film }),
                });
              }}
            />
          ) : (
            <p>
              {predicted
                ? `A scrap holds ${MOST_SCRAP_READINGS} readings. Keep this one and begin another.`
                : "The colour of this ground is not known."}
            </p>
          )}
          {taken.length > 0 ? (
            <>
              <ScrapReadings readings={taken} />
              <Button
                weight="main"
                className="self-start"
                onClick={() => {
                  const names = layering.layers.map(({ name }) => name).join(", ");
                  attempt(
                    keepScrap(
                      {
                        paintingId: layering.paintingId,
                        name: `${layering.name}, ${names}`.slice(0, 120),
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
