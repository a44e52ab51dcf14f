/** The paper that blanks are printed on, remembered from one time to the next. */
import { useState } from "react";
import { type PageFormat, PAPERS, TURNS, USUAL_FORMAT } from "../../domain/charts/blankLayout";
import { recall, remember } from "../studio/remembered";

const KEY = "gaman-blank-paper";

function recalled(): PageFormat {
  const [paper, turn] = (recall(KEY) ?? "").split(" ");
  const known = { paper: PAPERS.find((one) => one === paper), turn: TURNS.find((one) => one === turn) };
  return known.paper && known.turn ? { paper: known.paper, turn: known.turn } : USUAL_FORMAT;
}

export function usePageFormat(): readonly [PageFormat, (next: PageFormat) => void] {
  const [format, setFormat] = useState(recalled);
  return [
    format,
    (next) => {
      remember(KEY, `${next.paper} ${next.turn}`);
      setFormat(next);
    },
  ];
}
