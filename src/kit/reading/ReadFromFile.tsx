"use client";

/** Readings from a CGATS or CSV file: chosen, read in a worker with progress, and taken one by one. */
import { useEffect, useRef, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { type PackedReadings, unpackReading } from "../../core/exchange/readingRow";
import { labWithoutGloss, reflectanceWithoutGloss } from "../../core/mixing/withoutGloss";
import { PAINT_SURFACE } from "../../data/surface";
import { labFromReflectance } from "../../core/spectrum/colorimetry";
import type { TubeReading } from "../../core/learning/calibrateTube";
import { BAND_UNCERTAINTY, FILE_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { VIEWING } from "../../data/standardViewing";
import { readingFiles } from "../../workers/clients";
import { workFailureWords } from "../../words/failures";
import { Button } from "../../ui/Button";
import { CheckField, FileField, TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { Working } from "../../ui/Working";
import { useSettings } from "../studio/useStudio";
import { describeLab } from "../../words/colors";

/** Rows shown at a time; the rest is found by its name. */
const MOST_SHOWN = 50;

/** The first rows whose name holds the text. */
function placesOf({ names }: PackedReadings, text: string): number[] {
  const wanted = text.trim().toLowerCase();
  const places: number[] = [];
  for (const [place, name] of names.entries()) {
    if (places.length === MOST_SHOWN) break;
    if (name.toLowerCase().includes(wanted)) places.push(place);
  }
  return places;
}

type State =
  | { readonly kind: "none" }
  | { readonly kind: "reading"; readonly share: number }
  | { readonly kind: "read"; readonly fileName: string; readonly readings: PackedReadings }
  | { readonly kind: "refused"; readonly word: string };

export function ReadFromFile({
  onTake,
}: {
  onTake: (
    lab: LabD65,
    uncertaintyDeltaE2000: number,
    spectrum: TubeReading["spectrum"],
    whiteParts: number | undefined,
  ) => void;
}) {
  const settings = useSettings();
  const [state, setState] = useState<State>({ kind: "none" });
  const [text, setText] = useState("");
  const [hasGloss, setGloss] = useState(false);
  const running = useRef<AbortController>(null);
  useEffect(() => () => running.current?.abort(), []);

  const open = async (file: File): Promise<void> => {
    running.current?.abort();
    const left = new AbortController();
    running.current = left;
    setState({ kind: "reading", share: 0 });
    const asked = await readingFiles.ask((remote, tell) => remote.read(file, tell), {
      signal: left.signal,
      onProgress: (share: number) => {
        setState({ kind: "reading", share });
      },
    });
    if (left.signal.aborted) return;
    if (!asked.ok) {
      setState({ kind: "refused", word: workFailureWords(file.name, asked.failure) });
      return;
    }
    const answer = asked.value;
    if (answer.ok) {
      setState({ kind: "read", fileName: file.name, readings: answer.value });
      return;
    }
    const { line, fault } = answer.failure;
    const { fileFaultWords } = await import("../../words/files");
    const where = line > 0 ? `line ${line}, ` : "";
    setState({
      kind: "refused",
      word: `${file.name} was not read: ${where}${fileFaultWords(fault)}. Nothing was changed.`,
    });
  };

  return (
    <div className="flex flex-col gap-3">
      <FileField
        label="CGATS text or CSV with CIELAB (2°) or spectra"
        accept=".txt,.cgats,.it8,.csv,text/plain,text/csv"
        onFile={(file) => {
          void open(file);
        }}
      />
      {state.kind === "reading" ? (
        <Working
          onGiveUp={() => {
            running.current?.abort();
            setState({ kind: "none" });
          }}
        >
          Reading, {Math.round(state.share * 100)} %
        </Working>
      ) : null}
      <Notice>{state.kind === "refused" ? state.word : undefined}</Notice>
      {state.kind === "read" ? (
        <>
          <TextField
            label={`Find among ${state.readings.names.length} readings of ${state.fileName}`}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
          <CheckField
            label="the instrument counted the gloss in (SCI): take it out"
            isChecked={hasGloss}
            onChange={setGloss}
          />
          <ul className="max-h-64 overflow-y-auto border-y" tabIndex={0} aria-label="Readings of the file">
            {placesOf(state.readings, text).map((place) => {
              const row = unpackReading(state.readings, place);
              const read = row?.lab ?? (row?.spectrum && labFromReflectance(row.spectrum, VIEWING.D65));
              if (!row || !read) return null;
              const lab = hasGloss ? labWithoutGloss(read, PAINT_SURFACE, VIEWING.D65.white) : read;
              const spectrum =
                row.spectrum && hasGloss
                  ? reflectanceWithoutGloss(row.spectrum, PAINT_SURFACE)
                  : row.spectrum;
              return (
                <li key={place} className="flex items-center gap-3 border-b py-1 last:border-b-0">
                  <Patch lab={lab} className="h-11 w-14 shrink-0" />
                  <span className="min-w-0 flex-1 leading-tight">
                    <span className="block truncate font-semibold">{row.name}</span>
                    <span className="block truncate text-sm text-muted">
                      {describeLab(lab, settings).sentence}
                    </span>
                  </span>
                  <Button
                    weight="quiet"
                    aria-label={`take ${row.name}`}
                    onClick={() => {
                      onTake(
                        lab,
                        FILE_UNCERTAINTY,
                        spectrum && { reflectance: spectrum, uncertainty: BAND_UNCERTAINTY },
                        row.whiteParts,
                      );
                    }}
                  >
                    take
                  </Button>
                </li>
              );
            })}
          </ul>
        </>
      ) : null}
    </div>
  );
}
