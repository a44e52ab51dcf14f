"use client";

/** How one string goes up and down, what it is called, and which tubes that takes. */
import type { Grid, GridString } from "../../domain/strings/grid";
import type { GridPlan } from "../../domain/strings/gridPlan";
import { useGridCommands } from "../../kit/commands/grids";
import { attempt } from "../../kit/studio/problems";
import { useStore, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { NameForm } from "../../kit/words/NameForm";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { tubeName } from "../../words/doses";
import { CHROMA_RULE_WORDS, DARKEN_WORDS, LIGHTEN_WORDS } from "../../words/strings";
import { Titled } from "./Titled";

export function StringDrawer({
  grid,
  stringId,
  plan,
  onDone,
}: {
  grid: Grid;
  stringId: string;
  plan: GridPlan | undefined;
  onDone: () => void;
}) {
  const store = useStore();
  const { changeGrid } = useGridCommands();
  const tubeById = useStudio((studio) => studio.tubeById);
  const string = grid.strings.find(({ id }) => id === stringId);
  const column = plan?.columns.find((one) => one.stringId === stringId);
  if (!string) return null;
  const set = (changes: Partial<GridString>): void => {
    attempt(
      changeGrid(grid.id, (before) => ({
        strings: before.strings.map((one) => (one.id === stringId ? { ...one, ...changes } : one)),
      })),
    );
  };
  const hasPicks = string.base.kind === "colour" && (string.base.light ?? string.base.dark) !== undefined;
  const namesOf = (ids: readonly string[]): string => ids.map((id) => tubeName(tubeById.get(id))).join(", ");
  const whyOf = <T extends string>(words: readonly { value: T; why: string }[], value: T): string =>
    words.find((one) => one.value === value)?.why ?? "";
  return (
    <div className="flex flex-col gap-5">
      <NameForm
        key={string.name}
        label="Name"
        name={string.name}
        onName={(name) => {
          set({ name });
        }}
      />
      <Titled title="How bright its members are" why={whyOf(CHROMA_RULE_WORDS, string.chroma)}>
        <Choice
          label="How bright its members are"
          value={string.chroma}
          options={CHROMA_RULE_WORDS.filter(({ value }) => value !== "seen" || hasPicks)}
          onChange={(chroma) => {
            set({ chroma });
          }}
        />
      </Titled>
      <Titled title="It lightens with" why={whyOf(LIGHTEN_WORDS, string.lighten)}>
        <Choice
          label="It lightens with"
          value={string.lighten}
          options={LIGHTEN_WORDS}
          onChange={(lighten) => {
            set({ lighten });
          }}
        />
        {column ? (
          <p className="mt-1">
            {column.lightenerIds.length > 0
              ? `Here: ${namesOf(column.lightenerIds)}.`
              : string.lighten === "water"
                ? "Here: water over paper."
                : "This palette has no such tube; the nearest mixtures are taken."}
          </p>
        ) : null}
      </Titled>
      <Titled title="It darkens with" why={whyOf(DARKEN_WORDS, string.darken)}>
        <Choice
          label="It darkens with"
          value={string.darken}
          options={DARKEN_WORDS}
          onChange={(darken) => {
            set({ darken });
          }}
        />
        {column ? (
          <p className="mt-1">
            {column.darkenerIds.length > 0
              ? `Here: ${namesOf(column.darkenerIds)}.`
              : "This palette has no such tube; the nearest mixtures are taken."}
          </p>
        ) : null}
      </Titled>
      {column ? (
        <p>
          <span className="font-semibold">All its tubes:</span> {namesOf(column.tubeIds)}.
        </p>
      ) : null}
      <Button
        className="self-start"
        onClick={() => {
          attempt(
            undoably(
              store,
              `The string ${string.name} is removed; its piles stay.`,
              [["grids", grid.id]],
              () =>
                changeGrid(grid.id, (before) => ({
                  strings: before.strings.filter(({ id }) => id !== stringId),
                  taken: before.taken.filter((cell) => cell.stringId !== stringId),
                })),
            ),
          );
          onDone();
        }}
      >
        Remove this string
      </Button>
    </div>
  );
}
