"use client";

/** What is done with a grid as a whole, now and then. */
import type { Grid } from "../../domain/strings/grid";
import { newGrid } from "../../domain/strings/newString";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useStore, useSettings } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { Menu, MenuItem } from "../../ui/Menu";

export function GridMenu({
  grid,
  grids,
  onOpen,
  onPanel,
}: {
  grid: Grid;
  /** All of the painting. */
  grids: readonly Grid[];
  onOpen: (gridId: string) => void;
  onPanel: (panel: "grid" | "versions") => void;
}) {
  const store = useStore();
  const settings = useSettings();
  const { addGrid, removeGrid } = useGridCommands();
  return (
    <Menu label="more for this grid">
      <MenuItem
        onSelect={() => {
          onPanel("grid");
        }}
      >
        Rows, amounts, tubes
      </MenuItem>
      <MenuItem
        onSelect={() => {
          onPanel("versions");
        }}
      >
        Compare three versions
      </MenuItem>
      {grids
        .filter(({ id }) => id !== grid.id)
        .map(({ id, name }) => (
          <MenuItem
            key={id}
            onSelect={() => {
              onOpen(id);
            }}
          >
            Open {name}
          </MenuItem>
        ))}
      <MenuItem
        onSelect={() => {
          attempt(
            addGrid(newGrid(grid.paintingId, `Strings ${grids.length + 1}`, settings.scale), Date.now()).then(
              ({ id }) => {
                onOpen(id);
              },
            ),
          );
        }}
      >
        Another grid
      </MenuItem>
      <MenuItem
        onSelect={() => {
          attempt(
            undoably(store, `${grid.name} is removed; its piles stay.`, [["grids", grid.id]], () =>
              removeGrid(grid.id),
            ),
          );
        }}
      >
        Remove this grid
      </MenuItem>
    </Menu>
  );
}
