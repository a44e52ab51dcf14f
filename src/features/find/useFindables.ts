"use client";

/** All that can be found: views, notes and paintings, tubes, what can be done from anywhere, the log, studio words. */
import { useStored } from "../../kit/store/useStored";
import { useEffect, useMemo, useRef, useState } from "react";
import { labD65 } from "../../core/color/types";
import { GLOSSARY } from "../../data/glossary";
import { createLogClient, type LogClient } from "../../kit/log/logClient";
import type { LogRow } from "../../domain/log/logRow";
import type { Note } from "../../domain/note/note";
import type { Painting } from "../../domain/painting/painting";
import { labFromStored } from "../../domain/reading/storedColor";
import { readAllNotes } from "../../kit/store/calls";
import { tintOfTube } from "../../domain/tube/smear";
import { useOpenStudio, useSettings } from "../../kit/studio/useStudio";
import type { Studio } from "../../kit/studio/studioStore";
import { useStudio } from "../../kit/studio/useStudio";
import { describeLab, styleOf } from "../../words/colors";
import { type Findable, linesOfWords } from "./find.model";
import { noteOfRow } from "../../words/states";

export type ViewName = { readonly path: string; readonly name: string };

const EMPTY: readonly never[] = [];
const WORDS = linesOfWords(GLOSSARY);

export function useFindables(
  views: readonly ViewName[],
  text: string,
): { readonly findables: readonly Findable[]; readonly isLooking: boolean } {
  const studio = useStudio((whole) => whole);
  const { paintings } = studio;
  const allNotes = useStored(readAllNotes, []) ?? EMPTY;
  const { matches, isLooking } = useMatches(text);
  const fixed = useMemo(
    () => ({
      here: linesOfNotes(studio.notes, paintings, "Notes of this painting"),
      elsewhere: {
        ...linesOfNotes(
          allNotes.filter(({ paintingId }) => paintingId !== studio.painting?.id),
          paintings,
          "Notes of other paintings",
        ),
        isOnlyAsked: true,
      },
      go: linesOfPlaces(views, paintings),
      tubes: linesOfTubes(studio),
    }),
    [studio, allNotes, paintings, views],
  );
  const findables = [
    fixed.here,
    fixed.go,
    linesOfDeeds(studio.settings.room),
    fixed.tubes,
    linesOfMatches(matches, studio),
    fixed.elsewhere,
    WORDS,
  ];
  return { findables, isLooking };
}

function linesOfNotes(notes: readonly Note[], paintings: readonly Painting[], heading: string): Findable {
  const nameOf = new Map(paintings.map(({ id, name }) => [id, name]));
  return {
    heading,
    lines: notes.map(({ id, number, name, target, paintingId }) => ({
      id: `note ${id}`,
      name: `${number} ${name}`,
      detail: heading === "Notes of this painting" ? undefined : nameOf.get(paintingId),
      tells: "mix it",
      alsoKnownAs: `note ${name}`,
      lab: target.light === "D65" ? labFromStored(target) : undefined,
      act: { kind: "go", path: `/mix?note=${id}`, paintingId },
    })),
  };
}

function linesOfPlaces(views: readonly ViewName[], paintings: readonly Painting[]): Findable {
  return {
    heading: "Go to",
    lines: [
      ...views.map(({ path, name }) => ({
        id: `view ${path}`,
        name,
        alsoKnownAs: "view go to",
        act: { kind: "go" as const, path },
      })),
      ...paintings.map(({ id, name }) => ({
        id: `painting ${id}`,
        name,
        tells: "painting",
        act: { kind: "go" as const, path: "/", paintingId: id },
      })),
    ],
  };
}

const ROOMS = ["light", "middle", "dark"] as const;

function linesOfDeeds(current: (typeof ROOMS)[number]): Findable {
  return {
    heading: "Do",
    lines: [
      {
        id: "do words",
        name: "Show all studio words",
        alsoKnownAs: "glossary meaning dictionary",
        act: { kind: "word" },
      },
      { id: "do keys", name: "Show the keys", alsoKnownAs: "shortcuts keyboard help", act: { kind: "keys" } },
      ...ROOMS.filter((room) => room !== current).map((room) => ({
        id: `do ${room}`,
        name: `Go to the ${room} room`,
        act: { kind: "room" as const, room },
      })),
      {
        id: "do pile",
        name: "Mix a pile without a note",
        alsoKnownAs: "new free pile premix",
        act: { kind: "go", path: "/mix?pile=new" },
      },
      {
        id: "do archive",
        name: "Save an archive",
        alsoKnownAs: "backup export file",
        act: { kind: "go", path: "/settings#archive" },
      },
      {
        id: "do take in",
        name: "Open an archive",
        alsoKnownAs: "restore import file merge",
        act: { kind: "go", path: "/settings#archive-in" },
      },
      {
        id: "do check",
        name: "Check what is kept",
        alsoKnownAs: "records storage consistent",
        act: { kind: "go", path: "/settings#store" },
      },
    ],
  };
}

function linesOfTubes({ box }: Studio): Findable {
  return {
    heading: "Tubes",
    lines: box.map((tube) => ({
      id: `tube ${tube.id}`,
      name: tube.label,
      tells: tube.colourIndexNames.join(" "),
      alsoKnownAs: "tube",
      lab: tintOfTube(tube),
      act: { kind: "go", path: `/tubes?tube=${tube.id}` },
    })),
  };
}

function linesOfMatches(rows: readonly LogRow[], { settings }: Studio): Findable {
  return {
    heading: "Matches and their recipes",
    isFound: true,
    lines: rows.map((row) => {
      const lab = row.color && labD65(...row.color);
      return {
        id: `match ${row.id}`,
        name: noteOfRow(row),
        detail: lab ? `${row.painting}; ${describeLab(lab, settings).sentence}` : row.painting,
        tells: "in the log",
        lab,
        act: { kind: "go", path: `/log?match=${row.id}` },
      };
    }),
  };
}

/** One letter is in nearly every record. */
const SHORTEST = 2;
const PAUSE_MS = 120;

/** Matches of the log with these words in them, the first page of them. */
function useMatches(text: string): { readonly matches: readonly LogRow[]; readonly isLooking: boolean } {
  const { workspace } = useOpenStudio();
  const settings = useSettings();
  const { scale, vocabulary } = styleOf(settings);
  const { atBlack, atWhite } = scale;
  const [found, setFound] = useState<{ readonly text: string; readonly rows: readonly LogRow[] }>();
  const wanted = text.trim();
  const isWanted = wanted.length >= SHORTEST;
  const client = useRef<LogClient>(undefined);
  useEffect(() => {
    if (!isWanted) return undefined;
    const opened = createLogClient(workspace, { scale: { atBlack, atWhite }, vocabulary });
    client.current = opened;
    return () => {
      opened.dispose();
      client.current = undefined;
    };
  }, [isWanted, workspace, atBlack, atWhite, vocabulary]);
  useEffect(() => {
    if (!isWanted) return undefined;
    const left = new AbortController();
    const timer = setTimeout(() => {
      const query = { kind: "match", text: wanted, order: "at", isDescending: true } as const;
      void client.current
        ?.ask((log) => log.find(query, 0), left.signal)
        .then((answer) => {
          // Notes, tubes and words are found without the log as well.
          if (!left.signal.aborted) setFound({ text: wanted, rows: answer.ok ? answer.value.rows : EMPTY });
        });
    }, PAUSE_MS);
    return () => {
      left.abort();
      clearTimeout(timer);
    };
  }, [wanted, isWanted]);
  const isFound = found?.text === wanted;
  return { matches: isWanted && isFound ? found.rows : EMPTY, isLooking: isWanted && !isFound };
}
