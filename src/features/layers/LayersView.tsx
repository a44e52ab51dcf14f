"use client";

/** Washes, glazes and scumbles over a ground, seen before they touch the painting. */
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { seenOfGround } from "../../domain/ground/seenGround";
import type { Layering } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { useFilms, useLayerings } from "../../kit/layers/useLayers";
import { NoPainting } from "../../kit/studio/NoPainting";
import { useSightHolds } from "../../kit/studio/useSightHolds";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { Fold } from "../../ui/Fold";
import { HoldButton } from "../../ui/HoldButton";
import { useKey } from "../../ui/useKey";
import { AddLayer } from "./AddLayer";
import { Bands } from "./Bands";
import { Faults } from "./Faults";
import { GroundPicker } from "./GroundPicker";
import type { KnownLayers } from "./known";
import { LayersMenu } from "./LayersMenu";
import { LayerTabs } from "./LayerTabs";
import { NoLayers } from "./NoLayers";
import { OverNotes } from "./OverNotes";
import { ResultBeside } from "./ResultBeside";
import { Waits } from "./Waits";
import { useLayerEdits } from "./useLayerEdits";
import { later } from "../../ui/later";

// What is taken along is worked out when it is wanted.
const LayersOnPaper = later(async () => (await import("./LayersOnPaper")).LayersOnPaper);

export function LayersView() {
  const painting = useStudio((studio) => studio.painting);
  const layerings = useLayerings();
  const params = useSearchParams();
  const [openId, setOpenId] = useState<string>();
  if (!painting) return <NoPainting what="Layers" />;
  if (!layerings) return null;
  const asked = openId ?? params.get("layers");
  const layering = layerings.find(({ id }) => id === asked) ?? layerings.at(-1);
  return layering ? (
    <OpenLayers key={layering.id} stored={layering} layerings={layerings} onOpen={setOpenId} />
  ) : (
    <NoLayers painting={painting} onOpen={setOpenId} />
  );
}

type Panel = "add" | "ground";

const PANELS = {
  add: { title: "Add a layer", description: "Which paint lies over what is there." },
  ground: {
    title: "What lies there",
    description: "Paper, a toned ground, a note, or a colour of your own.",
  },
} as const;

function OpenLayers({
  stored,
  layerings,
  onOpen,
}: {
  stored: Layering;
  layerings: readonly Layering[];
  onOpen: (id: string) => void;
}) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { singleKeys } = useStudio((studio) => studio.settings);
  const films = useFilms();
  const [panel, setPanel] = useState<Panel>();
  const [chosenId, setChosenId] = useState<string>();
  const [isOff, setOff] = useState(false);
  const [thin, setThin] = useState<{
    readonly layerId: string;
    readonly from: number;
    readonly share: number;
  }>();
  const edits = useLayerEdits(stored);
  useKey(
    "l",
    singleKeys && stored.layers.length > 0,
    () => {
      setOff(true);
    },
    () => {
      setOff(false);
    },
  );
  // What the rail shows while it is dragged, until it is kept.
  const layering: Layering = {
    ...stored,
    layers: stored.layers.map((layer) =>
      layer.id === thin?.layerId && layer.thinnerShare === thin.from
        ? { ...layer, thinnerShare: thin.share }
        : layer,
    ),
  };
  const layers = isOff ? layering.layers.slice(0, -1) : layering.layers;
  const sight = useSightHolds();
  const ground = seenOfGround(layering.ground, films.context);
  const seen = ground && seenStack(layers, ground, films.habitOf, tubeById);
  const known: KnownLayers = { layering, films, ground, seen };
  const chosen = layering.layers.find(({ id }) => id === chosenId) ?? layering.layers.at(-1);
  const close = (): void => {
    setPanel(undefined);
  };
  return (
    <div className="wide:grid wide:h-full wide:grid-cols-[minmax(0,1fr)_26rem] wide:overflow-y-auto">
      <section aria-label="Stack" className="min-w-0 p-4 wide:p-5 wide:pl-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <h1 className="text-xl font-bold">{layering.name}</h1>
          <Button
            weight={layering.layers.length === 0 ? "main" : "plain"}
            disabled={edits.isFull}
            onClick={() => {
              setPanel("add");
            }}
          >
            Add a layer
          </Button>
          {layering.layers.length > 0 ? (
            <HoldButton isOn={isOff} onChange={setOff} shortcut="L">
              top layer off
            </HoldButton>
          ) : null}
          {sight}
          <LayersMenu
            layering={stored}
            layerings={layerings}
            onOpen={onOpen}
            onGround={() => {
              setPanel("ground");
            }}
          />
        </div>
        <ResultBeside known={known} />
        {ground === undefined ? (
          <p className="mt-3">
            The colour of “{layering.ground.name}” is not known any more.{" "}
            <Button
              weight="quiet"
              onClick={() => {
                setPanel("ground");
              }}
            >
              choose the ground again
            </Button>
          </p>
        ) : null}
        <Bands
          known={known}
          layers={layers}
          chosenId={chosen?.id}
          onChoose={setChosenId}
          onOrder={edits.order}
        />
        <Faults layering={layering} onChoose={setChosenId} />
        <Waits layering={layering} />
        {layering.layers.length > 0 ? (
          <>
            <Fold label="Over the painting’s notes" className="mt-3">
              <OverNotes known={known} />
            </Fold>
            <LayersOnPaper known={known} />
          </>
        ) : null}
      </section>
      <section
        aria-label="What to do with them"
        className="min-w-0 p-4 wide:sticky wide:top-0 wide:max-h-full wide:self-start wide:overflow-y-auto wide:p-5 wide:pl-2"
      >
        <LayerTabs
          known={known}
          chosen={chosen}
          edits={edits}
          onThin={(share) => {
            if (chosen)
              setThin({
                layerId: chosen.id,
                from: stored.layers.find(({ id }) => id === chosen.id)?.thinnerShare ?? share,
                share,
              });
          }}
        />
      </section>
      <Drawer
        isOpen={panel !== undefined}
        onOpenChange={(isOpen) => {
          if (!isOpen) close();
        }}
        title={PANELS[panel ?? "add"].title}
        description={PANELS[panel ?? "add"].description}
      >
        {panel === "add" ? (
          <AddLayer edits={edits} onDone={close} />
        ) : panel === "ground" ? (
          <GroundPicker layering={stored} onDone={close} />
        ) : null}
      </Drawer>
    </div>
  );
}
