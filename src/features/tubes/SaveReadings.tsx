"use client";

import { labFromReflectance } from "../../core/spectrum/colorimetry";
import { mixtureReflectance } from "../../core/mixing/mixture";
import type { ReadingRow } from "../../core/exchange/readingRow";
import { LADDER_WHITE_PARTS } from "../../core/tube/character";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Tube } from "../../domain/tube/tube";
import { Button } from "../../ui/Button";
import { opticsOfTube } from "../../domain/tube/optics";
import { attempt } from "../../kit/studio/problems";
import { download } from "../../ui/download";
import { tubeReadingOf } from "../../domain/tube/calibrationReadings";

/** A tube's readings, and its predicted ladder as spectra, as files that other programs read. */
export function SaveReadings({ tube }: { tube: Tube }) {
  const readings = tube.optics.calibrations.at(-1)?.readings ?? [];
  const save = async (rows: readonly ReadingRow[], format: "cgats" | "csv", what: string): Promise<void> => {
    const { writeReadings } = await import("../../workers/readingFiles");
    const type = format === "csv" ? "text/csv" : "text/plain";
    download(
      new Blob([writeReadings(rows, format)], { type }),
      `${fileName(tube.label)}-${what}.${format === "csv" ? "csv" : "txt"}`,
    );
  };
  return (
    <div className="flex flex-wrap items-baseline gap-x-3">
      {(["cgats", "csv"] as const).map((format) => (
        <span key={format} className="flex flex-wrap gap-x-3">
          {readings.length > 0 ? (
            <Button
              weight="quiet"
              onClick={() => {
                attempt(save(readingRows(tube), format, "readings"));
              }}
            >
              save readings as {format === "csv" ? "CSV" : "CGATS"}
            </Button>
          ) : null}
          <Button
            weight="quiet"
            onClick={() => {
              attempt(save(ladderRows(tube), format, "predicted"));
            }}
          >
            save its predicted ladder as {format === "csv" ? "CSV" : "CGATS"}
          </Button>
        </span>
      ))}
    </div>
  );
}

function readingRows(tube: Tube): ReadingRow[] {
  return (tube.optics.calibrations.at(-1)?.readings ?? []).map((stored) => {
    const { whiteParts, lab, spectrum } = tubeReadingOf(stored);
    return { name: tube.label, whiteParts, lab, spectrum: spectrum?.reflectance };
  });
}

function ladderRows(tube: Tube): ReadingRow[] {
  const optics = opticsOfTube(tube);
  if (!optics) return [];
  return LADDER_WHITE_PARTS.map((whiteParts) => {
    const spectrum = mixtureReflectance(
      [
        { optics, volume: 1 },
        { optics: WHITE_BENCH.white, volume: whiteParts },
      ],
      PAINT_SURFACE,
    );
    return {
      name: `${tube.label}, predicted`,
      whiteParts,
      lab: labFromReflectance(spectrum, VIEWING.D65),
      spectrum,
    };
  });
}

/** Letters and digits only: every file system takes them. */
function fileName(label: string): string {
  return (
    label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "tube"
  );
}
