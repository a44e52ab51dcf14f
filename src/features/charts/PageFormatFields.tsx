"use client";

import { type PageFormat, PAPERS, TURNS } from "../../domain/charts/blankLayout";
import { SelectField } from "../../ui/SelectField";

const PAPER_NAMES: Readonly<Record<PageFormat["paper"], string>> = { a4: "A4", letter: "letter" };
const TURN_NAMES: Readonly<Record<PageFormat["turn"], string>> = { portrait: "upright", landscape: "lying" };

export function PageFormatFields({
  format,
  onChange,
}: {
  format: PageFormat;
  onChange: (format: PageFormat) => void;
}) {
  return (
    <>
      <SelectField
        label="paper of the blank"
        value={format.paper}
        onChoose={(picked) => {
          const paper = PAPERS.find((one) => one === picked);
          if (paper) onChange({ ...format, paper });
        }}
      >
        {PAPERS.map((paper) => (
          <option key={paper} value={paper}>
            {PAPER_NAMES[paper]}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="which way"
        value={format.turn}
        onChoose={(picked) => {
          const turn = TURNS.find((one) => one === picked);
          if (turn) onChange({ ...format, turn });
        }}
      >
        {TURNS.map((turn) => (
          <option key={turn} value={turn}>
            {TURN_NAMES[turn]}
          </option>
        ))}
      </SelectField>
    </>
  );
}
