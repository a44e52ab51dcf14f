"use client";

/** One pile: what goes into it, what it is like beside its neighbours, and the way to the bench. */
import { useRouter } from "next/navigation";
import { useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import { lchFromLab } from "../../core/color/cieLab";
import { valueText } from "../../core/describe/valueScale";
import { AMOUNT } from "../../domain/pile/amountRange";
import { volumeOf } from "../../domain/pile/contents";
import { storedFromLab } from "../../domain/reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { parseNumber } from "../../domain/reading/typedNumber";
import { recipeOfCell, recipeOfParent } from "../../domain/strings/cellRecipe";
import { pileOfCell } from "../../domain/strings/cellState";
import { partsOf } from "../../domain/strings/gridQuestion";
import type { GridCell } from "../../domain/strings/gridPlan";
import { useGridCommands } from "../../kit/commands/grids";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { useOnce } from "../../kit/commands/useOnce";
import { AmountWordLinks } from "../../kit/words/AmountWordLinks";
import { useDryingOf } from "../../kit/paint/useToDry";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { NEXT } from "../../ui/keepFocus";
import { Patch } from "../../ui/Patch";
import { deltaEText, describeLab } from "../../words/colors";
import { exactWords } from "../../words/doses";
import {
  besideWords,
  CELL_STATE_WORDS,
  cellDoseWords,
  memberMissWords,
  memberName,
  parentName,
  thinningWords,
} from "../../words/strings";
import { numberFailureWords } from "../../words/typed";
import type { Place } from "./GridTable";
import { type KnownGrid, seenCell } from "./known";
import { Slide } from "./Slide";

export function CellPanel({
  at,
  onPlace,
  ...known
}: KnownGrid & {
  at: { readonly stringId: string; readonly row: number };
  onPlace: (place: Place) => void;
}) {
  const { grid, plan, piles } = known;
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const notes = useStudio((studio) => studio.notes);
  const dryingOf = useDryingOf();
  const router = useRouter();
  const { takeCell } = useGridCommands();
  const { addNote } = usePaintingCommands();
  const once = useOnce(`${at.stringId} ${at.row}`);
  const column = plan.columns.findIndex(({ stringId }) => stringId === at.stringId);
  const cell = plan.columns[column]?.cells.find(({ row }) => row === at.row);
  const string = grid.strings.find(({ id }) => id === at.stringId);
  if (!cell || !string) return null;
  const parent = plan.columns[column]?.parent;
  const parentPile = parent && pileOfCell(grid, string.id, undefined, piles);
  const { state, lab } = seenCell(known, cell, tubeById);
  const name = memberName(string.name, cell.row, settings);
  const whole = volumeOf(cell.contents);
  const wantedParts = partsOf(grid, string, cell.row, { notes });
  const doses = cellDoseWords(cell, string.name, whole, tubeById, settings);
  const family = lchFromLab(plan.columns[column]?.local ?? cell.aim)[2];
  const neighbours = [plan.columns[column - 1], plan.columns[column + 1]].flatMap((other) => {
    const beside = other?.cells.find(({ row }) => row === cell.row);
    return beside ? [beside] : [];
  });
  const nameOf = ({ stringId }: GridCell): string =>
    grid.strings.find(({ id }) => id === stringId)?.name ?? "";
  const wet = dryingOf(cell.contents)?.toWet(cell.predicted);
  const toBench = async (what: "cell" | "parent", now: number): Promise<void> => {
    const isParent = what === "parent" && parent;
    const recipe = isParent
      ? recipeOfParent(parent, parentName(string.name))
      : recipeOfCell(cell, name, parentPile);
    const key = isParent ? { stringId: string.id } : { stringId: string.id, row: cell.row };
    const { recipeId, pileId } = await takeCell(grid.id, key, recipe, now);
    router.push(pileId === undefined ? `/mix?pile=new&plan=${recipeId}` : `/mix?pile=${pileId}`);
  };
  const isParentToMix = cell.usesParent && parent !== undefined && parentPile === undefined;
  return (
    <>
      <h2 className="text-lg font-bold">{name}</h2>
      <div className="mt-1 flex">
        {[
          neighbours.find((one) => columnOf(one) < column),
          cell,
          neighbours.find((one) => columnOf(one) > column),
        ].map((one, i) =>
          one ? (
            <Patch
              key={one.stringId}
              lab={one === cell ? lab : seenCell(known, one, tubeById).lab}
              label={`${memberName(nameOf(one), one.row, settings)}: ${describeLab(one.predicted, settings).sentence}`}
              className={i === 1 ? "h-32 flex-[2]" : "h-32 flex-1"}
            />
          ) : null,
        )}
      </div>
      <p className="mt-1 leading-snug">
        {describeLab(lab, settings).sentence}{" "}
        <span className="text-muted">
          {state === "planned" ? memberMissWords(cell, family, settings) : CELL_STATE_WORDS[state]}
        </span>
      </p>
      {cell.isOutOfReach ? (
        <p className="border-l-4 border-ink pl-3">
          These tubes do not reach value {valueText(cell.row, settings.scale)} here. The nearest is{" "}
          {valueText(cell.predicted[0], settings.scale)}.
        </p>
      ) : null}
      {cell.isReserved ? (
        <p className="border-l-4 border-ink pl-3">
          Kept for the end: the lightest and the darkest come last.
        </p>
      ) : null}
      <h3 className="mt-3 font-bold">
        What goes in <span className="font-normal text-muted">{exactWords(whole, settings)}</span>
      </h3>
      <ol className="border-t">
        {doses.map((words) => (
          <li key={words} className="border-b py-1.5">
            {words}
          </li>
        ))}
      </ol>
      <AmountWordLinks amounts={doses} />
      {cell.dilutions.map((one) => (
        <p key={one.tubeId} className="mt-1">
          Thin it first: {thinningWords(one, tubeById, settings)}
        </p>
      ))}
      {wet && describeLab(wet, settings).sentence !== describeLab(cell.predicted, settings).sentence ? (
        <p className="mt-1 text-muted">
          Wet, the pile looks like this: {describeLab(wet, settings).sentence}.
        </p>
      ) : null}
      {settings.school.stirring === "streaky" ? (
        <p className="mt-1 text-muted">
          Left streaky it has no single colour: the values of the row hold for even paint.
        </p>
      ) : null}
      <div className="mt-3 flex flex-wrap gap-3">
        {isParentToMix ? (
          <Button
            weight="main"
            {...NEXT}
            onClick={() => {
              once("parent", () => toBench("parent", Date.now()));
            }}
          >
            Mix the parent first
          </Button>
        ) : null}
        <Button
          weight={isParentToMix ? "plain" : "main"}
          {...(isParentToMix ? {} : NEXT)}
          onClick={() => {
            once("cell", () => toBench("cell", Date.now()));
          }}
        >
          {state === "planned" ? "Mix this pile" : "To this pile"}
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            once("note", async () => {
              const target = storedFromLab(lab, "predicted", GENERIC_UNCERTAINTY);
              const note = await addNote({ paintingId: grid.paintingId, name, target }, Date.now());
              router.push(`/mix?note=${note.id}`);
            });
          }}
        >
          make it a note
        </Button>
      </div>
      <PartsField key={wantedParts} grid={grid} cell={cell} parts={wantedParts} />
      {neighbours.length > 0 ? (
        <>
          <h3 className="mt-4 font-bold">Beside it, at the same value</h3>
          {neighbours.map((other) => (
            <div key={other.stringId} className="mt-1">
              <p>
                <Button
                  weight="quiet"
                  onClick={() => {
                    onPlace({ stringId: other.stringId, row: other.row });
                  }}
                >
                  {nameOf(other)}
                </Button>{" "}
                is {besideWords(cell, other)}; {deltaEText(deltaE2000(cell.predicted, other.predicted))}{" "}
                apart.
              </p>
              <Slide from={cell} to={other} fromName={string.name} toName={nameOf(other)} />
            </div>
          ))}
        </>
      ) : null}
      <p className="mt-4 text-muted">
        {settings.school.tryOn === "scrap"
          ? "Try it on a scrap of the ground before it goes on the painting."
          : "Set a dab on the work and look at it among its neighbours."}
      </p>
    </>
  );

  function columnOf({ stringId }: GridCell): number {
    return plan.columns.findIndex((one) => one.stringId === stringId);
  }
}

/** How large this pile is, where the painter wants another size than the grid's. */
function PartsField({ grid, cell, parts }: { grid: KnownGrid["grid"]; cell: GridCell; parts: number }) {
  const { changeGrid } = useGridCommands();
  const [text, setText] = useState<string>();
  const read = text === undefined ? undefined : parseNumber(text, AMOUNT);
  const set = (value: number | undefined): void => {
    attempt(
      changeGrid(grid.id, (before) => ({
        strings: before.strings.map((string) => {
          if (string.id !== cell.stringId) return string;
          const others = (string.byHand ?? []).filter(({ row }) => row !== cell.row);
          return {
            ...string,
            byHand: value === undefined ? others : [...others, { row: cell.row, parts: value }],
          };
        }),
      })),
    );
  };
  const isByHand = grid.strings
    .find(({ id }) => id === cell.stringId)
    ?.byHand?.some(({ row }) => row === cell.row);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (read?.ok) set(read.value);
      }}
    >
      <TextField
        className="max-w-40"
        label="Parts in this pile"
        inputMode="decimal"
        value={text ?? String(Number(parts.toPrecision(3)))}
        error={
          read && !read.ok ? numberFailureWords(read.failure, AMOUNT, "the parts of the pile") : undefined
        }
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit" disabled={!read?.ok}>
        Make it so large
      </Button>
      {isByHand ? (
        <Button
          weight="quiet"
          onClick={() => {
            set(undefined);
          }}
        >
          as the others
        </Button>
      ) : null}
    </form>
  );
}
