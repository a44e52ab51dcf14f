"use client";

/** Few tubes for one painting: what they reach, how palettes compare, which to take, and what pairs do. */
import Link from "next/link";
import { Tabs } from "radix-ui";
import { useMemo, useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import { Button, buttonClass } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { lighteningOf } from "../../domain/tube/water";
import { lightenerOf, mediumOfPalette } from "../../domain/palette/medium";
import { tubesOf } from "../../domain/palette/searchedTubes";
import { knownTubes } from "../../domain/tube/knownTubes";
import { isBlackTube } from "../../domain/tube/kinds";
import { PaletteList } from "./PaletteList";
import { PaletteTubes } from "./PaletteTubes";
import { later } from "../../ui/later";

// Each tab is fetched when it is looked at.
const ReachPanel = later(async () => (await import("./ReachPanel")).ReachPanel);
const ComparePanel = later(async () => (await import("./ComparePanel")).ComparePanel);
const ChoosePanel = later(async () => (await import("./ChoosePanel")).ChoosePanel);
const PairsPanel = later(async () => (await import("./PairsPanel")).PairsPanel);
const SchemePanel = later(async () => (await import("./SchemePanel")).SchemePanel);

const TABS = [
  { value: "reach", name: "Reach", Panel: ReachPanel },
  { value: "compare", name: "Compare", Panel: ComparePanel },
  { value: "choose", name: "Choose", Panel: ChoosePanel },
  { value: "pairs", name: "Pairs", Panel: PairsPanel },
  { value: "schemes", name: "Schemes", Panel: SchemePanel },
] as const;

export function PaletteView() {
  const painting = useStudio((studio) => studio.painting);
  const palette = useStudio((studio) => studio.palette);
  const palettes = useStudio((studio) => studio.palettes);
  const [openId, setOpenId] = useState<string>();
  const [isDrawerOpen, setDrawerOpen] = useState(false);
  const open = palettes.find((row) => row.id === openId) ?? palette ?? palettes[0];
  if (!painting || !open) {
    return (
      <div className="p-5">
        <h1 className="text-xl font-bold">No painting yet</h1>
        <p className="mt-2">A palette belongs to a painting. Start one first.</p>
        <Link href="/" className={buttonClass("main", "mt-4")}>
          Start a painting
        </Link>
      </div>
    );
  }
  return (
    <div className="wide:grid wide:h-full wide:grid-cols-[19rem_minmax(0,1fr)]">
      <section
        aria-label="Palettes"
        className="hidden wide:block wide:overflow-y-auto wide:p-5 wide:pr-4 wide:pl-2"
      >
        <PaletteList open={open} onOpen={setOpenId} />
        <PaletteTubes key={open.id} palette={open} />
      </section>
      <div className="flex items-center justify-between gap-3 p-4 pb-2 wide:hidden">
        <h1 className="min-w-0 text-xl leading-tight font-bold break-words">{open.name}</h1>
        <Button
          aria-label="Change palette or tubes"
          onClick={() => {
            setDrawerOpen(true);
          }}
        >
          change
        </Button>
        <Drawer
          isOpen={isDrawerOpen}
          onOpenChange={setDrawerOpen}
          title="Palettes of this painting"
          description="Which one to look at, and which tubes are in it."
        >
          <PaletteList open={open} onOpen={setOpenId} />
          <PaletteTubes key={open.id} palette={open} />
        </Drawer>
      </div>
      <section aria-label="The palette" className="min-w-0 p-4 pt-0 wide:overflow-y-auto wide:p-5 wide:pl-2">
        <Opened palette={open} />
      </section>
    </div>
  );
}

function Opened({ palette }: { palette: Palette }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const settings = useSettings();
  const { school } = settings;
  const { allowsBlack } = school;
  const known = useMemo(() => {
    const tubes = tubesOf(palette.tubeIds, tubeById);
    return knownTubes(
      tubes.filter((tube) => allowsBlack || !isBlackTube(tube)),
      lighteningOf(lightenerOf(mediumOfPalette(palette, tubes), school), tubeById),
    );
  }, [palette, tubeById, allowsBlack, school]);
  const hasBlack = tubesOf(palette.tubeIds, tubeById).some(isBlackTube);
  return (
    <Tabs.Root defaultValue="reach">
      <Tabs.List aria-label="What to look at" className="flex flex-wrap border-b-2 border-ink">
        {TABS.map(({ value, name }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="min-h-11 min-w-11 px-1.5 text-muted data-[state=active]:bg-ink data-[state=active]:font-bold data-[state=active]:text-surface wide:px-4"
          >
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {hasBlack && !allowsBlack ? (
        <p className="pt-3 text-muted">Worked out without black, as your school in Settings has it.</p>
      ) : null}
      {known.lightener === "water" ? (
        <p className="pt-3 text-muted">As washes: water and the paper are the white.</p>
      ) : null}
      {TABS.map(({ value, Panel }) => (
        <Tabs.Content key={value} value={value} className="pt-4">
          <Panel palette={palette} known={known} />
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
