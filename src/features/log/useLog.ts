"use client";

/** The log as the worker answers: how many rows fit, and the pages of them that were looked at. */
import { proxy } from "comlink";
import { useCallback, useEffect, useReducer, useRef, useState } from "react";
import { LOG_PAGE } from "../../domain/log/logRow";
import { createLogClient, type LogClient } from "../../kit/log/logClient";
import type { LogQuery } from "../../persistence/log/logQuery";
import type { LogRow } from "../../domain/log/logRow";
import { NEWEST_MATCHES } from "./filters";
import { useOpenStudio, useSettings } from "../../kit/studio/useStudio";
import { styleOf } from "../../words/colors";

/** An opened log, how often the store changed since, and whether what reads it has died. */
export type OpenLog = {
  readonly log: LogClient | undefined;
  readonly version: number;
  readonly isLost: boolean;
  /** The log as it was asked could not answer. */
  readonly onLost: () => void;
  /** Reads the log afresh. */
  readonly reopen: () => void;
};

export function useOpenLog(): OpenLog {
  const { workspace } = useOpenStudio();
  const settings = useSettings();
  const [open, setOpen] = useState<{ readonly log: LogClient; readonly version: number }>();
  const [isLost, setLost] = useState(false);
  const [turn, nextTurn] = useReducer((count: number) => count + 1, 0);
  const { scale, vocabulary } = styleOf(settings);
  const { atBlack, atWhite } = scale;
  useEffect(() => {
    let isHere = true;
    const log = createLogClient(workspace, { scale: { atBlack, atWhite }, vocabulary });
    const onChange = proxy(() => {
      if (isHere) setOpen((before) => before && { ...before, version: before.version + 1 });
    });
    void log
      .ask((remote) => remote.onChange(onChange))
      .then((answer) => {
        if (!isHere) return;
        if (answer.ok) setOpen({ log, version: 0 });
        else setLost(true);
      });
    return () => {
      isHere = false;
      log.dispose();
      setOpen(undefined);
    };
  }, [workspace, atBlack, atWhite, vocabulary, turn]);
  const onLost = useCallback(() => {
    setLost(true);
  }, []);
  const reopen = useCallback(() => {
    setLost(false);
    nextTurn();
  }, []);
  return { log: open?.log, version: open?.version ?? 0, isLost, onLost, reopen };
}

export type FoundRows = {
  /** The question that this answers; another one than was asked last while that is worked out. */
  readonly query: LogQuery;
  readonly found: number;
  readonly of: number;
  /** False while only the newest matches are known. */
  readonly isWhole: boolean;
  readonly rowAt: (index: number) => LogRow | undefined;
  /** Rows up to here are about to be seen. */
  readonly need: (from: number, to: number) => void;
};

type Answer = Omit<FoundRows, "rowAt" | "need"> & {
  readonly question: number;
  readonly pages: ReadonlyMap<number, readonly LogRow[]>;
};

/** @param query - must stay the same object as long as it asks the same. */
export function useRows(open: OpenLog, query: LogQuery): FoundRows | undefined {
  const [answer, setAnswer] = useState<Answer>();
  const lastQuestion = useRef(0);
  const asked = useRef(new Set<string>());
  const { log, version, onLost } = open;
  useEffect(() => {
    if (!log) return;
    const question = ++lastQuestion.current;
    const isLast = (): boolean => lastQuestion.current === question;
    asked.current.clear();
    const answerWhole = async (): Promise<void> => {
      const answer = await log.ask((remote) => remote.find(query, question));
      if (!answer.ok) {
        if (answer.failure.code !== "cancelled" && isLast()) onLost();
        return;
      }
      const { rows, ...counts } = answer.value;
      if (isLast()) setAnswer({ question, query, ...counts, isWhole: true, pages: new Map([[0, rows]]) });
    };
    const answerFirst = async (): Promise<void> => {
      const answer = await log.ask((remote) => remote.newest());
      if (!answer.ok) {
        if (answer.failure.code !== "cancelled" && isLast()) onLost();
        return;
      }
      const { rows, ...counts } = answer.value;
      if (isLast()) setAnswer({ question, query, ...counts, isWhole: false, pages: new Map([[0, rows]]) });
      // Only then, since reading all of it keeps the worker from answering anything else.
      await answerWhole();
    };
    void (version === 0 && query === NEWEST_MATCHES ? answerFirst() : answerWhole());
  }, [log, version, query, onLost]);

  const need = useCallback(
    (from: number, to: number) => {
      if (!log || !answer?.isWhole) return;
      const { question } = answer;
      for (let page = Math.floor(from / LOG_PAGE); page <= Math.floor(to / LOG_PAGE); page++) {
        const key = `${question}:${page}`;
        if (answer.pages.has(page) || asked.current.has(key)) continue;
        asked.current.add(key);
        void log
          .ask((remote) => remote.page(question, page))
          .then((found) => {
            const rows = found.ok ? found.value : undefined;
            if (!rows) return;
            setAnswer((before) =>
              before?.question === question
                ? { ...before, pages: new Map(before.pages).set(page, rows) }
                : before,
            );
          });
      }
    },
    [log, answer],
  );
  if (!answer) return undefined;
  return {
    ...answer,
    rowAt: (index) => answer.pages.get(Math.floor(index / LOG_PAGE))?.[index % LOG_PAGE],
    need,
  };
}
