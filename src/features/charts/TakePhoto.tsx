"use client";

/**
 * A photo of the painted sheet: its marks are found, or put in their places by hand; its cells are read in the worker, and
 * what is believed is kept.
 */
import { nanoid } from "nanoid";
import { useEffect, useRef, useState } from "react";
import { CARD_LIGHTNESS } from "../../core/picture/pictureLight";
import type { KnownOfSheet, ReadCell } from "../../core/picture/squaredSheet";
import { labD65 } from "../../core/color/types";
import { blankPages, layoutOf } from "../../domain/charts/blankLayout";
import { type Chart, type FixedChart, MOST_SHEET_REMARK } from "../../domain/charts/chart";
import { chartName, type NamedPage } from "../../domain/charts/pageCode";
import type { Sheet } from "../../domain/charts/sheetTypes";
import type { FilmState } from "../../domain/reading/reading";
import type { Tube } from "../../domain/tube/tube";
import { useChartCommands } from "../../kit/commands/charts";
import { usePageFormat } from "../../kit/charts/pageFormat";
import { useObjectUrl } from "../../kit/picture/useObjectUrl";
import { attempt } from "../../kit/studio/problems";
import { useOpenStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { FileField, TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { NEXT } from "../../ui/keepFocus";
import { Notice } from "../../ui/Notice";
import { Status } from "../../ui/Status";
import { sheetFaultWords } from "../../words/charts";
import { workFailureWords } from "../../words/failures";
import { pictureFailureWords } from "../../words/pictures";
import { createPictureClient, type PictureClient } from "../../workers/clients";
import { type Corners, cornersAtFirst, CornerStage } from "../../kit/picture/CornerStage";
import { PageFormatFields } from "./PageFormatFields";
import { ReadCells } from "./ReadCells";

/** The sheet of this chart was painted with simulated tubes, and photographed by a window. */
const DEMO_CHART = "chart-greens";
const DEMO_PHOTO = "/demo/greens-sheet.jpg";

type Opened = {
  readonly client: PictureClient;
  readonly file: File;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Of this photo: what is wrong with its light is wrong for all cells that are read from it. */
  readonly photoId: string;
};
type Marks = "found" | "by-hand";
type Card = "none" | "white" | "grey";

export function TakePhoto({
  chart,
  charts,
  sheets,
  place,
  tubes,
  fixed,
  onSheet,
}: {
  chart: Chart;
  charts: readonly Chart[];
  sheets: readonly Sheet[];
  /** Of the sheet that is open. */
  place: number;
  tubes: readonly Tube[];
  fixed: () => FixedChart;
  /** The photo is of another sheet of this chart. */
  onSheet: (place: number) => void;
}) {
  const { workspace } = useOpenStudio();
  const { changeChart } = useChartCommands();
  const [format, setFormat] = usePageFormat();
  const [opened, setOpened] = useState<Opened>();
  const [word, setWord] = useState<string>();
  const [corners, setCorners] = useState<Corners>();
  const [marks, setMarks] = useState<Marks>("by-hand");
  const [pageNumber, setPageNumber] = useState(1);
  const [card, setCard] = useState<Card>("none");
  const [film, setFilm] = useState<FilmState>("dry");
  const [cells, setCells] = useState<readonly ReadCell[]>();
  const [busy, setBusy] = useState<string>();
  const url = useObjectUrl(opened?.file);
  const client = useRef<PictureClient>(undefined);
  useEffect(() => () => client.current?.dispose(), []);
  const sheet = sheets[place];
  const pages = sheet ? blankPages(sheet, format) : [];
  const page = pages[pageNumber - 1] ?? pages[0];

  /** What the page says of itself; words where it is not one of this chart. */
  const turnTo = (named: NamedPage): string | undefined => {
    if (named.chart !== chartName(chart.id)) {
      const other = charts.find(({ id }) => chartName(id) === named.chart);
      return other
        ? `This page belongs to the chart “${other.name}”. Open that one, and read the photo there.`
        : "This page belongs to a chart that is not here any more.";
    }
    setFormat(named.format);
    setPageNumber(named.page);
    if (named.sheet !== place && named.sheet < sheets.length) onSheet(named.sheet);
    return undefined;
  };
  const open = async (file: File): Promise<void> => {
    client.current?.dispose();
    client.current = createPictureClient();
    const here = client.current;
    setCells(undefined);
    setOpened(undefined);
    setWord(undefined);
    setBusy("Opening the photo");
    const asked = await here.ask((remote) => remote.open(file));
    if (!asked.ok) setWord(workFailureWords("The photo", asked.failure));
    else if (!asked.value.ok) setWord(pictureFailureWords(asked.value.failure));
    else {
      const { widthPx, heightPx } = asked.value.value;
      setBusy("Looking for the marks of the page");
      const looked = await here.ask((remote) => remote.findSheet());
      const found = looked.ok ? looked.value : undefined;
      setMarks(found ? "found" : "by-hand");
      setCorners(found?.marks ?? cornersAtFirst(widthPx, heightPx));
      if (found?.page) setWord(turnTo(found.page));
      setOpened({ client: here, file, widthPx, heightPx, photoId: nanoid() });
    }
    setBusy(undefined);
  };
  const read = async (): Promise<void> => {
    if (!opened || !corners || !sheet || !page) return;
    setBusy("Reading the cells");
    setWord(undefined);
    const known: KnownOfSheet = card === "none" ? {} : { card: labD65(CARD_LIGHTNESS[card], 0, 0) };
    const asked = await opened.client.ask((remote) =>
      remote.readSheet(corners, layoutOf(sheet, page), known),
    );
    setBusy(undefined);
    if (!asked.ok) setWord(workFailureWords("The sheet", asked.failure));
    else if ("code" in asked.value) setWord(sheetFaultWords(asked.value));
    else setCells(asked.value.cells);
  };
  return (
    <div className="flex max-w-3xl flex-col gap-3">
      <FileField
        label="The photo"
        accept="image/*"
        onFile={(file) => {
          attempt(open(file));
        }}
      />
      {workspace === "demo" && chart.id === DEMO_CHART ? (
        <Button
          className="self-start"
          onClick={() => {
            attempt(
              fetch(DEMO_PHOTO).then(async (response) => {
                if (!response.ok) throw new Error(`The demo’s photo could not be read (${response.status})`);
                await open(new File([await response.blob()], "greens-sheet.jpg", { type: "image/jpeg" }));
              }),
            );
          }}
        >
          Take the demo’s photo
        </Button>
      ) : null}
      <Notice>{word}</Notice>
      {busy ? <Status>{busy}</Status> : null}
      {opened && corners && url ? (
        <>
          <p>
            {marks === "found"
              ? "The page was found by its marks. Say what it was, then read it."
              : "The marks were not all found. Move the four corners onto them, then read the page."}
          </p>
          <CornerStage
            url={url}
            alt="The painted sheet"
            widthPx={opened.widthPx}
            heightPx={opened.heightPx}
            corners={corners}
            onChange={(next) => {
              setCorners(next);
              setMarks("by-hand");
              setCells(undefined);
            }}
          />
          <div className="flex flex-wrap items-end gap-3">
            {marks === "by-hand" ? (
              <PageFormatFields
                format={format}
                onChange={(next) => {
                  setFormat(next);
                  setCells(undefined);
                }}
              />
            ) : null}
            {pages.length > 1 ? (
              <SelectField
                label="page of the blank"
                value={pageNumber}
                onChoose={(picked) => {
                  setPageNumber(Number(picked));
                  setCells(undefined);
                }}
              >
                {pages.map(({ number, count }) => (
                  <option key={number} value={number}>
                    {number} of {count}
                  </option>
                ))}
              </SelectField>
            ) : null}
            <SelectField
              label="card in its place"
              value={card}
              onChoose={(picked) => {
                setCard(CARDS.find((one) => one === picked) ?? "none");
                setCells(undefined);
              }}
            >
              <option value="none">none</option>
              <option value="white">a white card</option>
              <option value="grey">a grey card</option>
            </SelectField>
            <Choice
              label="The paint was"
              value={film}
              options={[
                { value: "dry", label: "dry" },
                { value: "wet", label: "still wet" },
              ]}
              onChange={setFilm}
            />
            <Button
              weight="main"
              disabled={busy !== undefined}
              {...(cells === undefined && NEXT)}
              onClick={() => {
                attempt(read());
              }}
            >
              Read the cells
            </Button>
            <TextField
              className="basis-full"
              label="what its blanks say: date, ground, medium, light"
              maxLength={MOST_SHEET_REMARK}
              defaultValue={chart.remark ?? ""}
              onBlur={(event) => {
                const remark = event.target.value.trim();
                if (remark !== (chart.remark ?? ""))
                  attempt(changeChart(chart.id, () => ({ remark: remark === "" ? undefined : remark })));
              }}
            />
          </div>
        </>
      ) : null}
      {cells && sheet && opened ? (
        <ReadCells
          key={`${place} ${pageNumber} ${opened.photoId}`}
          chart={chart}
          sheet={sheet}
          tubes={tubes}
          cells={cells}
          film={film}
          photoId={opened.photoId}
          fixed={fixed}
        />
      ) : null}
    </div>
  );
}

const CARDS: readonly Card[] = ["none", "white", "grey"];
