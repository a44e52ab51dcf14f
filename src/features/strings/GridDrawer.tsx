"use client";

/** What all strings of a grid have in common: their rows, how much of each, from which tubes. */
import { useState } from "react";
import { valueText } from "../../core/describe/valueScale";
import { AMOUNT } from "../../domain/pile/amountRange";
import { parseNumber } from "../../domain/reading/typedNumber";
import { type Grid, LEAST_ROWS, MOST_ROWS } from "../../domain/strings/grid";
import { evenRows, inOrder, rowAt } from "../../domain/strings/rows";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { NameForm } from "../../kit/words/NameForm";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { CheckField, TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { numberFailureWords } from "../../words/typed";
import { GRID_TUBES_WORDS } from "../../words/strings";
import { Titled } from "./Titled";

const SHARED = [
  { value: "0", label: "each its own best" },
  { value: "0.8", label: "few, hardly seen" },
  { value: "2", label: "as few as can be" },
] as const;
const RESERVES = [
  { value: "none", label: "none" },
  { value: "light", label: "the lightest" },
  { value: "dark", label: "the darkest" },
  { value: "both", label: "both" },
] as const;
const AMOUNTS = [
  { value: "equal", label: "all alike" },
  { value: "by-notes", label: "by the area of the notes" },
] as const;
const TUBES = (["without-black", "palette", "box"] as const).map((value) => ({
  value,
  label: GRID_TUBES_WORDS[value],
}));

export function GridDrawer({ grid }: { grid: Grid }) {
  const { changeGrid } = useGridCommands();
  const { scale } = useSettings();
  const [parts, setParts] = useState<string>();
  const [values, setValues] = useState<string>();
  const set = (changes: Partial<Grid>): void => {
    attempt(changeGrid(grid.id, () => changes));
  };
  const ends = { lightest: Math.max(...grid.rows), darkest: Math.min(...grid.rows) };
  const readParts = parts === undefined ? undefined : parseNumber(parts, AMOUNT);
  const typed = values === undefined ? undefined : rowsTyped(values, scale);
  return (
    <div className="flex flex-col gap-5">
      <NameForm
        key={grid.name}
        label="Name of the grid"
        name={grid.name}
        onName={(name) => {
          set({ name });
        }}
      />
      <SelectField
        label="Rows, evenly from the lightest to the darkest"
        value={String(grid.rows.length)}
        onChoose={(picked) => {
          set({ rows: evenRows(Number(picked), ends, scale) });
        }}
      >
        {Array.from({ length: MOST_ROWS - LEAST_ROWS + 1 }, (_, i) => i + LEAST_ROWS).map((count) => (
          <option key={count} value={String(count)}>
            {count}
          </option>
        ))}
      </SelectField>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (typed?.rows) {
            set({ rows: typed.rows });
            setValues(undefined);
          }
        }}
      >
        <TextField
          className="min-w-0 flex-1"
          label="Or these values"
          hint={`From ${valueText(0, scale)} (black) to ${valueText(100, scale)} (white), such as 9; 7.5; 5; 3`}
          value={values ?? grid.rows.map((row) => valueText(row, scale)).join("; ")}
          error={typed?.error}
          onChange={(event) => {
            setValues(event.target.value);
          }}
        />
        <Button type="submit" disabled={!typed?.rows}>
          Take these
        </Button>
      </form>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (readParts?.ok) set({ parts: readParts.value });
        }}
      >
        <TextField
          className="max-w-40"
          label="Parts in each pile"
          inputMode="decimal"
          value={parts ?? String(grid.parts)}
          error={
            readParts && !readParts.ok
              ? numberFailureWords(readParts.failure, AMOUNT, "the parts of a pile")
              : undefined
          }
          onChange={(event) => {
            setParts(event.target.value);
          }}
        />
        <Button type="submit" disabled={!readParts?.ok}>
          Make them so large
        </Button>
      </form>
      <Titled
        title="How much of each"
        why="Alike is quick; by the notes, what the picture needs most of is there most."
      >
        <Choice
          label="How much of each"
          value={grid.amounts}
          options={AMOUNTS}
          onChange={(amounts) => {
            set({ amounts });
          }}
        />
      </Titled>
      <Titled
        title="From which tubes"
        why="The whole box reaches more; fewer tubes keep the painting together."
      >
        <Choice
          label="From which tubes"
          value={grid.tubes}
          options={TUBES}
          onChange={(tubes) => {
            set({ tubes });
          }}
        />
      </Titled>
      <Titled title="Tubes of one string" why="The same few tubes for all members keep them one family.">
        <Choice
          label="Tubes of one string"
          value={SHARED.find(({ value }) => Number(value) === grid.sharedWithin)?.value ?? "0.8"}
          options={SHARED}
          onChange={(within) => {
            set({ sharedWithin: Number(within) });
          }}
        />
      </Titled>
      <Titled
        title="Kept for the end"
        why="The lightest and the darkest are found early and laid last; notes that touch them say so."
      >
        <Choice
          label="Kept for the end"
          value={grid.reserve}
          options={RESERVES}
          onChange={(reserve) => {
            set({ reserve });
          }}
        />
      </Titled>
      <CheckField
        label="Mix shared colours once and split them, where that saves doses"
        isChecked={grid.usesParents}
        onChange={(usesParents) => {
          set({ usesParents });
        }}
      />
    </div>
  );
}

const FRACTIONS: Readonly<Record<string, string>> = { "¼": ".25", "½": ".5", "¾": ".75" };

/** Values as a painter writes them, apart by semicolons or blanks: "9; 7½; 5". */
function rowsTyped(
  text: string,
  scale: Parameters<typeof rowAt>[1],
): { readonly rows?: readonly number[]; readonly error?: string } {
  const words = text.split(/[;\s]+/).filter((word) => word !== "");
  const rows = words.map((word) => {
    const plain = word.replace(/[¼½¾]/g, (sign) => FRACTIONS[sign] ?? sign).replace(",", ".");
    const value = /^-?\d*\.?\d+$/.test(plain) ? Number(plain) : Number.NaN;
    return Number.isFinite(value) ? rowAt(value, scale) : undefined;
  });
  const wrong = words[rows.indexOf(undefined)];
  if (wrong !== undefined)
    return {
      error: `“${wrong}” is no value between ${valueText(0, scale)} and ${valueText(100, scale)}. Write values with a semicolon between them.`,
    };
  const found = inOrder(rows.filter((row) => row !== undefined));
  if (found.length < LEAST_ROWS || found.length > MOST_ROWS)
    return { error: `A grid has ${LEAST_ROWS} to ${MOST_ROWS} rows; these are ${found.length}.` };
  return { rows: found };
}
