"use client";

/** One cell: what goes into it, what it is near, what was painted there, and where it may go. */
import { useRouter } from "next/navigation";
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { CellReading, Chart, FixedChart } from "../../domain/charts/chart";
import { CHART_WATER } from "../../domain/charts/chartDoses";
import { takenApart } from "../../domain/charts/chartMixtures";
import { cellUncertainty, neighboursOf } from "../../domain/charts/besideCell";
import type { Sheet, SheetCell } from "../../domain/charts/sheetTypes";
import { labFromStored, storedFromLab } from "../../domain/reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import type { Tube } from "../../domain/tube/tube";
import { WATER } from "../../domain/tube/water";
import { useChartCommands } from "../../kit/commands/charts";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { useOnce } from "../../kit/commands/useOnce";
import { ReadColour } from "../../kit/reading/ReadColour";
import { specimenOf } from "../../kit/reading/specimen";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Choice } from "../../ui/Choice";
import type { FilmState } from "../../domain/reading/reading";
import { useCellTo } from "./useCellTo";
import { Button } from "../../ui/Button";
import { CheckField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { besideWords, cellDoses } from "../../words/charts";
import { deltaEText, describeLab, seenWords } from "../../words/colors";

const MOST_NAME = 120;

export function CellPanel({
  chart,
  cell,
  tubes,
  sheet,
  reading,
  fixed,
}: {
  chart: Chart;
  cell: SheetCell;
  tubes: readonly Tube[];
  /** Where it stands; undefined for a cell of another sheet. */
  sheet: Sheet | undefined;
  reading: CellReading | undefined;
  /** The sheets written down: a cell that is painted stays what it is. */
  fixed: () => FixedChart;
}) {
  const settings = useSettings();
  const doses = cellDoses(cell, tubes, settings);
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const { keepCellReading, changeChart } = useChartCommands();
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const once = useOnce(cell.key);
  const [film, setFilm] = useState<FilmState>("dry");
  // A pile or a note in it is laid as the tubes that it was mixed from.
  const contents = takenApart(
    cell.doses.map(({ tube, parts }) => ({
      tubeId: tube === CHART_WATER ? WATER.id : (tubes[tube]?.id ?? ""),
      parts,
    })),
    chart,
  );
  const to = useCellTo(chart, contents, doses.join(", "), cell.lab);
  const read = reading && labFromStored(reading.color);
  const miss = read && deltaE2000(cell.lab, read);
  const nearest = notes
    .map((note) => ({ note, difference: deltaE2000(cell.lab, labFromStored(note.target)) }))
    .sort((one, other) => one.difference - other.difference)[0];
  return (
    <div className="flex flex-col gap-4">
      <div className="flex h-28">
        <Patch
          lab={cell.lab}
          className="flex-1"
          label={`Predicted: ${describeLab(cell.lab, settings).sentence}`}
        />
        {read ? (
          <Patch lab={read} className="flex-1" label={`Painted: ${describeLab(read, settings).sentence}`} />
        ) : null}
      </div>
      <div>
        <p>
          Predicted: {describeLab(cell.lab, settings).sentence}, give or take{" "}
          {deltaEText(cellUncertainty(cell, tubes))}
        </p>
        {(sheet ? neighboursOf(cell, sheet) : []).map(({ side, lab }) => (
          <p key={side} className="text-muted">
            {side === "left" ? "Beside the cell on its left: " : "Beside the cell above: "}
            {besideWords(lab, cell.lab, settings)}
          </p>
        ))}
        {read && miss !== undefined ? (
          <p>
            Painted: {describeLab(read, settings).sentence}; {deltaEText(miss)}, {seenWords(miss)}
          </p>
        ) : null}
      </div>
      <ul aria-label="What goes into the cell" className="list-disc pl-5">
        {doses.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      {nearest ? (
        <p>
          Nearest note: {nearest.note.number} {nearest.note.name}, {deltaEText(nearest.difference)}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-3">
        <Button
          weight="main"
          onClick={() => {
            once("note", () =>
              addNote(
                {
                  paintingId: chart.paintingId,
                  name: doses.join(", ").slice(0, MOST_NAME),
                  target: reading ? reading.color : storedFromLab(cell.lab, "predicted", GENERIC_UNCERTAINTY),
                },
                Date.now(),
              ).then(({ id }) => {
                router.push(`/mix?note=${id}`);
              }),
            );
          }}
        >
          Mix this colour
        </Button>
        <Button
          onClick={() => {
            once("pile", to.bench);
          }}
        >
          Lay these doses
        </Button>
        <Button
          onClick={() => {
            once("string", to.strings);
          }}
        >
          Make a string of it
        </Button>
      </div>
      <section aria-labelledby="painted-cell">
        <h3 id="painted-cell" className="font-bold">
          What you painted here
        </h3>
        <Choice
          label="How the cell is seen"
          value={film}
          options={[
            { value: "dry", label: "dry" },
            { value: "wet", label: "still wet" },
          ]}
          onChange={setFilm}
        />
        <ReadColour
          of={`${cell.key} ${film}`}
          ways={["eye", "words", "typed", "photo", "colorimeter"]}
          thing="the painted cell"
          beside={cell.lab}
          predicted={cell.lab}
          expected={cell.lab}
          specimen={cell.over ? undefined : specimenOf(contents, tubeById, undefined)}
          onTake={(taken) => {
            if (!taken) return;
            const color = storedFromLab(taken.lab, taken.source, taken.uncertaintyDeltaE2000, taken.silent);
            attempt(
              keepCellReading(chart.id, { cell: cell.key, color, ...(film === "wet" && { film }) }, fixed()),
            );
          }}
        />
        {reading ? (
          <>
            <CheckField
              label="it went wrong: let it teach nothing"
              isChecked={reading.isStruckOut === true}
              onChange={(isStruckOut) => {
                attempt(
                  keepCellReading(
                    chart.id,
                    { ...reading, isStruckOut: isStruckOut ? true : undefined },
                    fixed(),
                  ),
                );
              }}
            />
            <Button
              weight="quiet"
              onClick={() => {
                attempt(
                  changeChart(chart.id, ({ readings }) => ({
                    readings: readings.filter((one) => one.cell !== cell.key),
                  })),
                );
              }}
            >
              take the reading back
            </Button>
          </>
        ) : null}
        <p className="mt-2 text-sm text-muted">
          “Learn from this chart” then counts it, a wet one as what it dries to.
        </p>
      </section>
    </div>
  );
}
