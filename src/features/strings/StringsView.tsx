"use client";

/** Piles of one family at chosen values, side by side on common rows: any of them is cooled with its neighbour. */
import { useStored } from "../../kit/store/useStored";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useEffectEvent, useState } from "react";
import type { Grid } from "../../domain/strings/grid";
import { stringOf, tubeBase } from "../../domain/strings/newString";
import { MOST_STRINGS } from "../../domain/strings/grid";
import { isWhiteTube } from "../../domain/tube/kinds";
import type { Tube } from "../../domain/tube/tube";
import { takeSmears } from "../../kit/hand/doseTaker";
import { readPilesFollowing, readReadingsOf } from "../../kit/store/calls";
import { useTubesOf } from "../../kit/paint/useTubesOf";
import { useBeliefs } from "../../kit/paint/useBeliefs";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";
import { NoPainting } from "../../kit/studio/NoPainting";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { useGrids, usePlannedGrid } from "../../kit/strings/useGrids";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { Status } from "../../ui/Status";
import { Working } from "../../ui/Working";
import { AddString } from "./AddString";
import { CellPanel } from "./CellPanel";
import { GridFacts } from "./GridFacts";
import { GridMenu } from "./GridMenu";
import { GridTable, type Place } from "./GridTable";
import { NoGrid } from "./NoGrid";
import { RowPanel } from "./RowPanel";
import { useAddString } from "./useAddString";
import { useSightHolds } from "../../kit/studio/useSightHolds";
import { later } from "../../ui/later";

const StringDrawer = later(async () => (await import("./StringDrawer")).StringDrawer);
const GridDrawer = later(async () => (await import("./GridDrawer")).GridDrawer);
const Versions = later(async () => (await import("./Versions")).Versions);
const PlanOnPaper = later(async () => (await import("./PlanOnPaper")).PlanOnPaper);
const CheckPhoto = later(async () => (await import("./CheckPhoto")).CheckPhoto);

const NONE: readonly never[] = [];

export function StringsView() {
  const painting = useStudio((studio) => studio.painting);
  const grids = useGrids();
  const params = useSearchParams();
  const [openId, setOpenId] = useState<string>();
  if (!painting) return <NoPainting what="Strings" />;
  if (!grids) return null;
  const asked = openId ?? params.get("grid");
  const grid = grids.find(({ id }) => id === asked) ?? grids.at(-1);
  return grid ? (
    <OpenGrid key={grid.id} grid={grid} grids={grids} onOpen={setOpenId} />
  ) : (
    <NoGrid paintingId={painting.id} />
  );
}

type Opened = "add" | "grid" | "versions" | { readonly stringId: string };

const PANELS = {
  add: { title: "Add a string", description: "What it is a family of." },
  grid: { title: "Rows, amounts, tubes", description: "What all strings of this grid have in common." },
  versions: { title: "Three versions", description: "The same strings from other tubes." },
  string: { title: "This string", description: "How it goes up and down." },
} as const;

function OpenGrid({
  grid,
  grids,
  onOpen,
}: {
  grid: Grid;
  grids: readonly Grid[];
  onOpen: (id: string) => void;
}) {
  const settings = useSettings();
  const [share, setShare] = useState(0);
  const [isStopped, setStopped] = useState<string>();
  const [place, setPlace] = useState<Place>();
  const [opened, setOpened] = useState<Opened>();
  const stamp = JSON.stringify([grid.rows, grid.strings, grid.tubes, grid.parts, grid.sharedWithin]);
  const isHeld = isStopped === stamp;
  const { task, plan, planned, asked } = usePlannedGrid(isHeld ? undefined : grid, setShare);
  const recipeIds = grid.taken.map(({ recipeId }) => recipeId);
  const piles =
    useStored(readPilesFollowing, recipeIds.length === 0 ? undefined : [grid.paintingId, recipeIds]) ?? NONE;
  const readings =
    useStored(readReadingsOf, piles.length === 0 ? undefined : [piles.map(({ id }) => id)]) ?? NONE;
  const beliefs = shownOf(useBeliefs(piles, NONE, useTubesOf()).task);
  const sight = useSightHolds();
  const addString = useAddString(grid);
  const { school } = settings;
  const isFull = grid.strings.length >= MOST_STRINGS;
  const takeSmear = useEffectEvent((tube: Tube) => {
    addString(stringOf(tube.label, tubeBase(tube), school));
  });
  useEffect(
    () =>
      takeSmears({
        wordsOf: (tube) => (isFull || isWhiteTube(tube) ? undefined : `Add a string of ${tube.label}`),
        take: (tube) => {
          takeSmear(tube);
        },
      }),
    [isFull],
  );
  const close = (): void => {
    setOpened(undefined);
  };
  const isEmpty = grid.strings.length === 0;
  const panel = PANELS[typeof opened === "string" ? opened : "string"];
  const known = { grid: planned ?? grid, plan, piles, readings, beliefs };
  return (
    <div className="wide:grid wide:h-full wide:grid-cols-[minmax(0,1fr)_24rem] wide:grid-rows-[auto_1fr] wide:overflow-y-auto">
      <section aria-label="Grid" className="min-w-0 p-4 pb-0 wide:p-5 wide:pb-0 wide:pl-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <h1 className="text-xl font-bold">{grid.name}</h1>
          <Button
            weight={isEmpty ? "main" : "plain"}
            onClick={() => {
              setOpened("add");
            }}
          >
            Add a string
          </Button>
          {sight}
          <GridMenu grid={grid} grids={grids} onOpen={onOpen} onPanel={setOpened} />
        </div>
        {isEmpty ? (
          <p className="mt-3">
            Tap a tube on the board, or “Add a string” to begin with a note, a pile or two tubes.
          </p>
        ) : task.status === "asking" ? (
          <Working
            onGiveUp={() => {
              setStopped(stamp);
            }}
          >
            Planning the strings, {Math.round(100 * share)} % done
          </Working>
        ) : isHeld ? (
          <Status>
            Planning was stopped. Change something, or{" "}
            <Button
              weight="quiet"
              onClick={() => {
                setStopped(undefined);
              }}
            >
              plan it after all
            </Button>
          </Status>
        ) : asked === undefined ? (
          <p className="mt-3">
            This palette has no tubes whose paint is known. Choose some under{" "}
            <Link href="/palette" className="underline">
              Palette
            </Link>
            .
          </p>
        ) : (
          <TaskLine task={task} asking="Planning the strings" what="The strings" />
        )}
        {plan && planned && plan.columns.length > 0 ? (
          <GridTable
            {...known}
            plan={plan}
            place={place}
            onPlace={setPlace}
            onString={(stringId) => {
              setOpened({ stringId });
            }}
          />
        ) : null}
      </section>
      <section
        aria-label="Chosen pile"
        className="min-w-0 p-4 wide:sticky wide:top-0 wide:row-span-2 wide:max-h-full wide:self-start wide:overflow-y-auto wide:p-5 wide:pl-2"
      >
        {plan && planned && place ? (
          "row" in place && "stringId" in place ? (
            <CellPanel
              key={`${place.stringId} ${place.row}`}
              {...known}
              plan={plan}
              at={place}
              onPlace={setPlace}
            />
          ) : (
            <RowPanel key={place.row} grid={planned} row={place.row} onPlace={setPlace} />
          )
        ) : plan && plan.columns.length > 0 ? (
          <p className="text-muted">
            Tap a pile to see what goes into it, or a value to change it for all strings.
          </p>
        ) : null}
      </section>
      {plan && planned && plan.columns.length > 0 ? (
        <section aria-label="What the plan takes" className="min-w-0 p-4 pt-0 wide:p-5 wide:pt-0 wide:pl-2">
          <GridFacts {...known} plan={plan} asked={asked} />
          <CheckPhoto {...known} plan={plan} />
          <PlanOnPaper grid={planned} plan={plan} />
        </section>
      ) : null}
      <Drawer
        isOpen={opened !== undefined}
        onOpenChange={(isOpen) => {
          if (!isOpen) close();
        }}
        title={panel.title}
        description={panel.description}
      >
        {opened === "add" ? (
          <AddString grid={grid} onDone={close} />
        ) : opened === "grid" ? (
          <GridDrawer grid={grid} />
        ) : opened === "versions" ? (
          <Versions grid={grid} onDone={close} />
        ) : opened ? (
          <StringDrawer grid={grid} stringId={opened.stringId} plan={plan} onDone={close} />
        ) : null}
      </Drawer>
    </div>
  );
}
