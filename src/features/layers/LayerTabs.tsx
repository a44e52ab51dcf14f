"use client";

/** One layer, and what can be asked of layers: a tab each. */
import { Tabs } from "radix-ui";
import type { PaintLayer } from "../../domain/layers/layering";
import type { KnownLayers } from "./known";
import { LayerPanel } from "./LayerPanel";
import type { LayerEdits } from "./useLayerEdits";
import { later } from "../../ui/later";

// Each tab is fetched when it is looked at.
const TowardsPanel = later(async () => (await import("./TowardsPanel")).TowardsPanel);
const BasePanel = later(async () => (await import("./BasePanel")).BasePanel);
const BesidePanel = later(async () => (await import("./BesidePanel")).BesidePanel);
const SurroundPanel = later(async () => (await import("./SurroundPanel")).SurroundPanel);
const OrderPanel = later(async () => (await import("./OrderPanel")).OrderPanel);
const ScrapPanel = later(async () => (await import("./ScrapPanel")).ScrapPanel);

const TABS = [
  { value: "layer", name: "Layer" },
  { value: "towards", name: "Reach" },
  { value: "base", name: "Base" },
  { value: "scrap", name: "Scrap" },
  { value: "order", name: "Order" },
  { value: "beside", name: "Beside" },
  { value: "surround", name: "Around" },
] as const;

export type LayerParts = {
  readonly known: KnownLayers;
  readonly chosen: PaintLayer | undefined;
  readonly edits: LayerEdits;
  readonly onThin: (thinnerShare: number) => void;
};

export function LayerTabs(parts: LayerParts) {
  return (
    <Tabs.Root defaultValue="layer">
      <Tabs.List aria-label="What to do with layers" className="flex flex-wrap border-b-2 border-ink">
        {TABS.map(({ value, name }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="min-h-11 min-w-11 px-1.5 text-muted data-[state=active]:bg-ink data-[state=active]:font-bold data-[state=active]:text-surface"
          >
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {TABS.map(({ value }) => (
        <Tabs.Content key={value} value={value} className="pt-4">
          <TabPanel tab={value} parts={parts} />
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

function TabPanel({ tab, parts }: { tab: (typeof TABS)[number]["value"]; parts: LayerParts }) {
  const { known, chosen, edits, onThin } = parts;
  switch (tab) {
    case "layer":
      return chosen ? (
        <LayerPanel key={chosen.id} known={known} layer={chosen} edits={edits} onThin={onThin} />
      ) : (
        <p className="text-muted">No layer yet. “Add a layer” begins with a tube or a pile.</p>
      );
    case "towards":
      return <TowardsPanel known={known} edits={edits} />;
    case "base":
      return <BasePanel known={known} chosen={chosen} />;
    case "scrap":
      return <ScrapPanel known={known} />;
    case "order":
      return <OrderPanel />;
    case "beside":
      return <BesidePanel />;
    case "surround":
      return <SurroundPanel known={known} />;
  }
}
