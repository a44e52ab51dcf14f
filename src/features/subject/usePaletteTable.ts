"use client";

/** What a picture looks like through a palette: the table is built once for each palette and kept. */
import { useState } from "react";
import type { PaletteTable, TablePart } from "../../core/picture/paletteTable";
import { joinTableParts, layersOfParts } from "../../core/picture/tableParts";
import { type Result, succeed } from "../../core/result";
import type { WorkFailure } from "../../domain/failure";
import type { Palette } from "../../domain/palette/palette";
import { lightenerOf, type Lightening, mediumOfPalette } from "../../domain/palette/medium";
import { tubesOf } from "../../domain/palette/searchedTubes";
import { knownTubes } from "../../domain/tube/knownTubes";
import type { SolverTube } from "../../domain/tube/solverTube";
import { lighteningOf } from "../../domain/tube/water";
import { useTask } from "../../kit/query/useTask";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { workFailureWords } from "../../words/failures";
import { solver } from "../../workers/clients";

/** Corners along each axis: fine for photographs. */
const SIZE = 33;
/** As many as the solver has workers. */
const PARTS = 2;
/** Tables that are kept for swapping back and forth; each is about a quarter of a megabyte. */
const MOST_KEPT = 6;
const kept = new Map<string, PaletteTable>();

export type TableState =
  | { readonly status: "off" }
  | { readonly status: "no-tubes" }
  | { readonly status: "building"; readonly share: number }
  /** `key` changes with the table that the picture's worker holds. */
  | { readonly status: "ready"; readonly key: string }
  | { readonly status: "failed"; readonly words: string };

export type AskedTable = {
  readonly state: TableState;
  readonly giveUp: () => void;
  readonly retry: () => void;
};

export function usePaletteTable(
  picture: OpenPicture,
  palette: Palette | undefined,
  isWanted: boolean,
): AskedTable {
  const tubeById = useStudio((studio) => studio.tubeById);
  const [share, setShare] = useState(0);
  const [givenUp, setGivenUp] = useState("");
  const { school } = useSettings();
  const laidOut = tubesOf(palette?.tubeIds ?? [], tubeById);
  const {
    solverTubes,
    lightening,
    key: paintKey,
  } = knownTubes(laidOut, lighteningOf(lightenerOf(mediumOfPalette(palette, laidOut), school), tubeById));
  const key = solverTubes.length > 0 ? paintKey : "";
  // Each picture has a worker of its own, which has to be given the table before it is asked.
  const pictureId = picture.state.status === "open" ? picture.state.pictureId : "";
  const id = `${pictureId}|${key}`;
  const isAsked = isWanted && key !== "" && picture.key !== "" && givenUp !== id;
  const task = useTask(isAsked ? id : undefined, async (signal) => {
    const known = kept.get(key);
    setShare(0);
    const answer = known ? succeed(known) : await buildTable(solverTubes, lightening, signal, setShare);
    if (!answer.ok) return answer;
    keep(key, answer.value);
    await picture.ask((remote) => remote.setTable(answer.value));
    return succeed(key);
  });
  return {
    state: ((): TableState => {
      if (!isWanted) return { status: "off" };
      if (key === "") return { status: "no-tubes" };
      if (givenUp === id) return { status: "failed", words: "It was given up." };
      if (task.status === "ready") return { status: "ready", key: task.value };
      if (task.status === "failed")
        return { status: "failed", words: workFailureWords("This palette's view", task.failure) };
      return { status: "building", share };
    })(),
    giveUp: () => {
      setGivenUp(id);
    },
    retry: () => {
      setGivenUp("");
      if (task.status === "failed") task.retry();
    },
  };
}

/** In two parts beside each other, which takes half as long where there are two cores. */
async function buildTable(
  tubes: readonly SolverTube[],
  lightening: Lightening,
  signal: AbortSignal,
  onShare: (share: number) => void,
): Promise<Result<PaletteTable, WorkFailure>> {
  const shares = new Array<number>(PARTS).fill(0);
  const answers = await Promise.all(
    layersOfParts(SIZE, PARTS).map((layers, part) =>
      solver.ask((remote, tell) => remote.paletteTable(tubes, { size: SIZE, ...layers }, lightening, tell), {
        signal,
        onProgress: (share: number) => {
          shares[part] = share;
          onShare(shares.reduce((sum, one) => sum + one, 0) / PARTS);
        },
      }),
    ),
  );
  const built: TablePart[] = [];
  for (const answer of answers) {
    if (!answer.ok) return answer;
    built.push(answer.value);
  }
  return succeed(joinTableParts(built));
}

function keep(key: string, table: PaletteTable): void {
  kept.set(key, table);
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
}
