"use client";

/** What can be done with the picture: a tab each. */
import { clsx } from "clsx";
import { Tabs } from "radix-ui";
import { type ReactNode } from "react";
import type { Picture } from "../../domain/painting/painting";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { Choice } from "../../ui/Choice";
import type { CardChoice } from "./card";
import { SamplePanel } from "./SamplePanel";
import { TABS, type TabName } from "./tabs";
import type { Families } from "./useFamilies";
import { PICK_AIMS, type Pick } from "./usePick";
import type { References } from "./useReferences";
import type { Seeing } from "./useSeeing";
import type { PileGrid } from "./usePileGrid";
import { later } from "../../ui/later";

// Each tab is fetched when it is looked at.
const AimsPanel = later(async () => (await import("./AimsPanel")).AimsPanel);
const FamiliesPanel = later(async () => (await import("./FamiliesPanel")).FamiliesPanel);
const LightPanel = later(async () => (await import("./LightPanel")).LightPanel);
const PalettePanel = later(async () => (await import("./PalettePanel")).PalettePanel);
const SeePanel = later(async () => (await import("./SeePanel")).SeePanel);
const PileGridPanel = later(async () => (await import("./PileGridPanel")).PileGridPanel);
const WeightsPanel = later(async () => (await import("./WeightsPanel")).WeightsPanel);
const WithoutPicture = later(async () => (await import("./WithoutPicture")).WithoutPicture);

export type PanelParts = {
  readonly paintingId: string;
  readonly picture: OpenPicture;
  /** The stored picture, when it is the one that is open. */
  readonly stored: Picture | undefined;
  readonly pick: Pick;
  readonly references: References;
  readonly card: CardChoice;
  readonly onCard: (card: CardChoice) => void;
  readonly seeing: Seeing;
  readonly families: Families;
  readonly grid: PileGrid;
};

export function SubjectPanels({
  tab,
  onTab,
  parts,
}: {
  tab: TabName;
  onTab: (tab: TabName) => void;
  parts: PanelParts;
}) {
  return (
    <Tabs.Root
      value={tab}
      onValueChange={(next) => {
        const found = TABS.find(({ value }) => value === next);
        if (found) onTab(found.value);
      }}
    >
      <Tabs.List
        aria-label="What to do with the picture"
        className="grid grid-cols-[1fr_1fr_1fr_1.4fr] border-b-2 border-ink narrow:grid-cols-2"
      >
        {TABS.map(({ value, name, step }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className={clsx(
              "min-h-11 min-w-11 px-1 data-[state=active]:bg-ink data-[state=active]:font-bold data-[state=active]:text-surface",
              step ? "font-semibold" : "text-sm text-muted",
            )}
          >
            {step ? (
              <span aria-hidden="true" className="mr-1 font-normal tabular-nums">
                {step}
              </span>
            ) : null}
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {TABS.map(({ value }) => (
        <Tabs.Content key={value} value={value} className="pt-3">
          <Panel tab={value} parts={parts} />
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

/** Tabs that ask for a picture that is open and kept. */
const WITH_PICTURE: Readonly<
  Partial<Record<TabName, (parts: PanelParts & { readonly stored: Picture }) => ReactNode>>
> = {
  light: ({ picture, stored, references, card, onCard }) => (
    <LightPanel picture={picture} stored={stored} references={references} card={card} onCard={onCard} />
  ),
  see: ({ picture, seeing }) => (
    <SeePanel
      picture={picture}
      look={seeing.chosen}
      onLook={seeing.choose}
      second={seeing.second}
      onSecond={seeing.setSecond}
      settings={seeing.settings}
      onSettings={seeing.change}
    />
  ),
  families: ({ picture, stored, families }) => (
    <FamiliesPanel picture={picture} stored={stored} families={families} />
  ),
  palette: ({ seeing }) => (
    <PalettePanel
      palette={seeing.palette.palette}
      onPalette={seeing.palette.choose}
      table={seeing.palette.table}
      onGiveUp={seeing.palette.giveUp}
      onRetry={seeing.palette.retry}
      look={seeing.chosen}
      onLook={seeing.choose}
      settings={seeing.settings}
      onSettings={seeing.change}
      reachedShare={seeing.palette.reachedShare}
    />
  ),
  grid: ({ grid }) => <PileGridPanel grid={grid} />,
};

const WITHOUT_OPEN: Readonly<Record<Exclude<OpenPicture["state"]["status"], "open">, string>> = {
  none: "Choose a picture first.",
  opening: "Opening the picture",
  failed: "Choose a picture first.",
};

function Panel({ tab, parts }: { tab: TabName; parts: PanelParts }) {
  const { picture, stored } = parts;
  const isOpen = picture.state.status === "open";
  if (tab === "pick") return <PickPanel parts={parts} />;
  if (tab === "aims") return <AimsPanel />;
  if (tab === "weights") return <WeightsPanel picture={picture} />;
  if (!isOpen || !stored)
    return (
      <p className="text-muted">{isOpen ? "Keeping the picture" : WITHOUT_OPEN[picture.state.status]}</p>
    );
  return WITH_PICTURE[tab]?.({ ...parts, stored });
}

function PickPanel({ parts: { paintingId, picture, stored, pick } }: { parts: PanelParts }) {
  return (
    <>
      {pick.picked && stored ? (
        <SamplePanel
          key={`${pick.picked.circles.middle.xPx},${pick.picked.circles.middle.yPx}`}
          paintingId={paintingId}
          picture={picture}
          pictureId={stored.id}
          light={stored.light}
          picked={pick.picked}
          isReading={pick.isReading}
          readNow={pick.readNow}
          aims={<Choice label="What you touch" value={pick.aim} options={PICK_AIMS} onChange={pick.setAim} />}
        />
      ) : (
        <p className="text-muted">
          {picture.state.status === "open"
            ? "Touch the picture where the colour is. The circle averages its pixels."
            : picture.state.status === "opening"
              ? "The colour is read from the picture, or named below."
              : "Choose a picture of your subject, or name a colour below."}
        </p>
      )}
      <WithoutPicture paintingId={paintingId} />
    </>
  );
}
