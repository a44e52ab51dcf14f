"use client";

/** What a picture looks like through a palette: the table is built once for each palette and kept. */
import { useEffect, useRef, useState } from "react";
import type { PaletteTable } from "../../core/picture/paletteTable";
import type { Palette } from "../../domain/palette/palette";
import { solver } from "../../workers/clients";
import { keyOfTube, solverTubeOf } from "../../domain/tube/solverTube";
import { workFailureWords } from "../../words/failures";
import { useStudio } from "../../kit/studio/useStudio";
import type { OpenPicture } from "../../kit/picture/usePicture";

/** Corners along each axis: fine for photographs. */
const SIZE = 33;
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

export function usePaletteTable(
  picture: OpenPicture,
  palette: Palette | undefined,
  isWanted: boolean,
): { readonly state: TableState; readonly giveUp: () => void; readonly retry: () => void } {
  const tubeById = useStudio((studio) => studio.tubeById);
  const running = useRef<AbortController>(undefined);
  const [built, setBuilt] = useState<{ readonly key: string; readonly state: TableState }>();
  const [attempt, setAttempt] = useState(0);
  const tubes = (palette?.tubeIds ?? []).flatMap((id) => {
    const tube = tubeById.get(id);
    const solverTube = tube && solverTubeOf(tube);
    return solverTube ? [{ key: keyOfTube(tube), solverTube }] : [];
  });
  const key = tubes.map((tube) => tube.key).join(",");
  const { ask, key: pictureKey } = picture;
  // Each picture has a worker of its own, which has to be given the table before it is asked.
  const pictureId = picture.state.status === "open" ? picture.state.pictureId : "";
  const givenKey = `${pictureId}|${key}`;
  // Rows are read again with every change of the database; the question only changes with what is in the tubes.
  const asked = useRef(tubes);
  useEffect(() => {
    asked.current = tubes;
  });

  useEffect(() => {
    if (!isWanted || key === "" || pictureKey === "") return undefined;
    let isCurrent = true;
    const settle = (state: TableState): void => {
      if (isCurrent) setBuilt({ key: givenKey, state });
    };
    const give = async (table: PaletteTable): Promise<void> => {
      await ask((remote) => remote.setTable(table));
      settle({ status: "ready", key });
    };
    const known = kept.get(key);
    if (known) {
      void give(known);
      return () => {
        isCurrent = false;
      };
    }
    const left = new AbortController();
    running.current = left;
    void solver
      .ask(
        (remote, tell) =>
          remote.paletteTable(
            asked.current.map(({ solverTube }) => solverTube),
            SIZE,
            tell,
          ),
        {
          signal: left.signal,
          onProgress: (share: number) => {
            settle({ status: "building", share });
          },
        },
      )
      .then(async (answer) => {
        if (answer.ok) {
          kept.set(key, answer.value);
          const [oldest] = kept.keys();
          if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
          if (isCurrent) await give(answer.value);
        } else if (answer.failure.code !== "cancelled")
          settle({ status: "failed", words: workFailureWords("This palette's view", answer.failure) });
      });
    return () => {
      isCurrent = false;
      left.abort();
    };
  }, [isWanted, key, givenKey, pictureKey, ask, attempt]);

  const state = ((): TableState => {
    if (!isWanted) return { status: "off" };
    if (key === "") return { status: "no-tubes" };
    return built?.key === givenKey ? built.state : { status: "building", share: 0 };
  })();
  return {
    state,
    giveUp: () => {
      running.current?.abort();
      setBuilt({ key: givenKey, state: { status: "failed", words: "It was given up." } });
    },
    retry: () => {
      setBuilt(undefined);
      setAttempt((count) => count + 1);
    },
  };
}
