"use client";

/** The shelf of charts, and what is done with one as a whole. */
import { useState } from "react";
import { CHART_KINDS, type Chart } from "../../domain/charts/chart";
import { useChartCommands } from "../../kit/commands/charts";
import { attempt } from "../../kit/studio/problems";
import { useStore, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { NameForm } from "../../kit/words/NameForm";
import { Drawer } from "../../ui/Drawer";
import { Menu, MenuGroup, MenuItem } from "../../ui/Menu";
import { CHART_KIND_WORDS } from "../../words/charts";
import { newChart } from "./newChart";

export function ChartMenu({
  chart,
  charts,
  onOpen,
}: {
  chart: Chart;
  charts: readonly Chart[];
  onOpen: (id: string) => void;
}) {
  const store = useStore();
  const board = useStudio((studio) => studio.board);
  const { addChart, changeChart, removeChart } = useChartCommands();
  const [isNaming, setNaming] = useState(false);
  const others = charts.filter(({ id }) => id !== chart.id);
  return (
    <>
      <Menu label="more" name="More charts">
        {others.length > 0 ? (
          <MenuGroup label="Your charts">
            {others.map(({ id, name }) => (
              <MenuItem
                key={id}
                onSelect={() => {
                  onOpen(id);
                }}
              >
                Open {name}
              </MenuItem>
            ))}
          </MenuGroup>
        ) : null}
        <MenuGroup label="A new chart">
          {CHART_KINDS.map((kind) => (
            <MenuItem
              key={kind}
              onSelect={() => {
                attempt(
                  addChart(newChart(chart.paintingId, kind, board), Date.now()).then(({ id }) => {
                    onOpen(id);
                  }),
                );
              }}
            >
              New: {CHART_KIND_WORDS[kind].label}
            </MenuItem>
          ))}
        </MenuGroup>
        <MenuGroup label="This chart">
          <MenuItem
            onSelect={() => {
              setNaming(true);
            }}
          >
            Name it
          </MenuItem>
          <MenuItem
            onSelect={() => {
              attempt(
                undoably(
                  store,
                  `${chart.name} is removed, with what was read of it.`,
                  [["charts", chart.id]],
                  () => removeChart(chart.id),
                ),
              );
            }}
          >
            Remove this chart
          </MenuItem>
        </MenuGroup>
      </Menu>
      <Drawer isOpen={isNaming} onOpenChange={setNaming} title={chart.name} description="What it is called.">
        <NameForm
          key={chart.name}
          label="Name"
          name={chart.name}
          onName={(name) => {
            attempt(changeChart(chart.id, () => ({ name })));
            setNaming(false);
          }}
        />
      </Drawer>
    </>
  );
}
