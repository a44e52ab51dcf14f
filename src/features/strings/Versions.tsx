"use client";

/** The same strings without black, from this palette, from the whole box: side by side, to take one of them. */
import type { Grid } from "../../domain/strings/grid";
import { GRID_TUBES } from "../../domain/strings/grid";
import { cellFaults } from "../../domain/strings/gridPlan";
import { useGridCommands } from "../../kit/commands/grids";
import { TaskLine } from "../../kit/query/TaskLine";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { usePlannedGrid } from "../../kit/strings/useGrids";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { faultWords, GRID_TUBES_WORDS } from "../../words/strings";

export function Versions({ grid, onDone }: { grid: Grid; onDone: () => void }) {
  return (
    <ul className="flex flex-col gap-5 wide:flex-row wide:gap-3">
      {GRID_TUBES.map((tubes) => (
        <li key={tubes} className="min-w-0 flex-1">
          <Version grid={grid} tubes={tubes} onDone={onDone} />
        </li>
      ))}
    </ul>
  );
}

function Version({ grid, tubes, onDone }: { grid: Grid; tubes: Grid["tubes"]; onDone: () => void }) {
  const settings = useSettings();
  const { changeGrid } = useGridCommands();
  const { task, plan } = usePlannedGrid({ ...grid, tubes });
  const faults = plan ? cellFaults(plan) : [];
  const [worst] = faults;
  const used = new Set(plan?.columns.flatMap(({ tubeIds }) => tubeIds));
  const names = new Map(grid.strings.map(({ id, name }) => [id, name]));
  return (
    <>
      <h3 className="font-bold">{GRID_TUBES_WORDS[tubes]}</h3>
      <TaskLine task={task} asking="Planning this version" what="This version" />
      {plan ? (
        <>
          <div className="flex" role="img" aria-label={`The strings ${GRID_TUBES_WORDS[tubes]}`}>
            {plan.columns.map(({ stringId, cells }) => (
              <div key={stringId} className="flex-1">
                {cells.map(({ row, predicted }) => (
                  <Patch key={row} lab={predicted} className="h-7" />
                ))}
              </div>
            ))}
          </div>
          <p className="mt-1">
            {used.size} tubes, {plan.doseCount} measured doses.{" "}
            {worst
              ? `${faults.length} ${faults.length === 1 ? "pile is" : "piles are"} not as asked. ${faultWords(worst, names, plan.columns, settings)}`
              : "All piles are as asked."}
          </p>
        </>
      ) : null}
      {grid.tubes === tubes ? (
        <p className="text-muted">This is the one that you see.</p>
      ) : (
        <Button
          onClick={() => {
            attempt(changeGrid(grid.id, () => ({ tubes })));
            onDone();
          }}
        >
          Take this version
        </Button>
      )}
    </>
  );
}
