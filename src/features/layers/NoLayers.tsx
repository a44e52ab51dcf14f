"use client";

import { WHITE_PAPER } from "../../domain/ground/seenGround";
import type { Painting } from "../../domain/painting/painting";
import { useLayerCommands } from "../../kit/commands/layerings";
import { attempt } from "../../kit/studio/problems";
import { Button } from "../../ui/Button";

/** What layers are, and the way to begin. */
export function NoLayers({ painting, onOpen }: { painting: Painting; onOpen: (id: string) => void }) {
  const { addLayering } = useLayerCommands();
  return (
    <div className="max-w-2xl p-5">
      <h1 className="text-xl font-bold">Layers</h1>
      <p className="mt-2">
        A thin film over dry paint is neither colour alone: a glaze darkens what is light, a scumble lightens
        what is dark. Plan the films here, over your own ground, before they touch the painting.
      </p>
      <Button
        weight="main"
        className="mt-4"
        onClick={() => {
          attempt(
            addLayering(
              {
                paintingId: painting.id,
                name: "First layers",
                ground: painting.ground ?? WHITE_PAPER,
                layers: [],
              },
              Date.now(),
            ).then(({ id }) => {
              onOpen(id);
            }),
          );
        }}
      >
        Plan layers
      </Button>
    </div>
  );
}
