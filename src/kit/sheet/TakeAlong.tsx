"use client";

/** A plan to take along: as PDF with text, on paper, as a table for spreadsheets. */
import type { Drawing } from "../../domain/sheet/drawing";
import { Button } from "../../ui/Button";
import { download } from "../../ui/download";
import { attempt } from "../studio/problems";
import { OnPaper } from "./OnPaper";
import { fileNameOf, fontAddress, pdfOf } from "./sheetFiles";
import { saveTable, type TableLine } from "./saveTable";
import { svgOf } from "./svgOf";
import { usePrinting } from "./usePrinting";

export function TakeAlong({
  label,
  title,
  subject,
  usualName,
  drawings,
  lines,
}: {
  label: string;
  title: string;
  /** The same in words, for those who search their files. */
  subject: string;
  /** Of files whose title has no letters for a name. */
  usualName: string;
  drawings: () => readonly Drawing[] | Promise<readonly Drawing[]>;
  /** Of the table, one header for all. */
  lines: () => readonly TableLine[];
}) {
  const [printed, print] = usePrinting();
  const name = fileNameOf(title, usualName);
  const savePdf = async (): Promise<void> => {
    download(await pdfOf(await drawings(), { title, subject }), `${name}.pdf`);
  };
  const svgs = async (): Promise<readonly string[]> => {
    const font = await fontAddress();
    return (await drawings()).map((drawing) => svgOf(drawing, font));
  };
  const saveSvg = async (): Promise<void> => {
    const pages = await svgs();
    for (const [i, page] of pages.entries())
      download(
        new Blob([page], { type: "image/svg+xml" }),
        pages.length === 1 ? `${name}.svg` : `${name}-${i + 1}.svg`,
      );
  };
  const saveCsv = (): void => {
    attempt(saveTable(lines(), `${name}.csv`));
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-x-4 print:hidden">
      <span className="text-muted">{label}</span>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(savePdf());
        }}
      >
        PDF
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(saveSvg());
        }}
      >
        SVG
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(
            svgs().then((pages) => {
              print(pages);
            }),
          );
        }}
      >
        print it
      </Button>
      <Button weight="quiet" onClick={saveCsv}>
        table for spreadsheets
      </Button>
      {printed ? <OnPaper svgs={printed} title={title} /> : null}
    </div>
  );
}

/** Of a table: three digits after the point are finer than any paint. */
export function tableNumber(value: number): number {
  return Number(value.toFixed(3));
}
