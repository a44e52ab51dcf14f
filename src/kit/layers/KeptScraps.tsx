"use client";

/** Scraps that were kept: what was laid, what was read of it, and how far that is from what is predicted today. */
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { VIEWING } from "../../data/standardViewing";
import { seenOfGround } from "../../domain/ground/seenGround";
import type { PaintLayer, Scrap, ScrapReading } from "../../domain/layers/layering";
import { groundAfter } from "../../domain/layers/seenStack";
import { labFromStored } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab, seenWords } from "../../words/colors";
import { layerWords } from "../../words/layers";
import { useLayerCommands } from "../commands/layerings";
import { attempt } from "../studio/problems";
import { undoably } from "../studio/undoStack";
import { useStore, useSettings, useStudio } from "../studio/useStudio";
import { useFilms } from "./useLayers";

/** @param nothing - said where there is none. */
export function KeptScraps({ nothing }: { nothing?: string }) {
  const store = useStore();
  const { scraps } = useFilms();
  const { removeScrap } = useLayerCommands();
  if (scraps.length === 0) return nothing ? <p className="text-muted">{nothing}</p> : null;
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
            <ScrapReadings readings={scrap.readings} scrap={scrap} />
            <Button
              weight="quiet"
              onClick={() => {
                attempt(
                  undoably(store, `${scrap.name} is removed.`, [["scraps", scrap.id]], () =>
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

/** What was read; with its scrap, how far it was from what is predicted today. */
export function ScrapReadings({ readings, scrap }: { readings: readonly ScrapReading[]; scrap?: Scrap }) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { habitOf, context } = useFilms();
  return (
    <ul>
      {readings.map(({ ground, color, film }, i) => {
        const lab = labFromStored(color);
        const seen = film === "wet" ? undefined : seenOfGround(ground, context);
        const after = scrap && seen && groundAfter(scrap.layers, seen, habitOf, tubeById);
        const now: LabD65 | undefined = after && labFromReflectance(after, VIEWING.D65);
        const miss = now && deltaE2000(now, lab);
        return (
          <li key={i} className="flex items-center gap-3 py-1">
            <Patch lab={lab} className="h-9 w-12 shrink-0" />
            <span className="leading-tight">
              over {ground.name}
              {film === "wet" ? ", wet" : ""}: {describeLab(lab, settings).sentence}
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
