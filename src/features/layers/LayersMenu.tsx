"use client";

/** What is done with a plan of layers as a whole, now and then. */
import { useState } from "react";
import { WHITE_PAPER } from "../../domain/ground/seenGround";
import type { Layering } from "../../domain/layers/layering";
import { useLayerCommands } from "../../kit/commands/layerings";
import { attempt } from "../../kit/studio/problems";
import { NoteSelect } from "../../kit/studio/NoteSelect";
import { useStore, useStudio } from "../../kit/studio/useStudio";
import { undoably } from "../../kit/studio/undoStack";
import { NameForm } from "../../kit/words/NameForm";
import { Drawer } from "../../ui/Drawer";
import { Menu, MenuItem } from "../../ui/Menu";

export function LayersMenu({
  layering,
  layerings,
  onOpen,
  onGround,
}: {
  layering: Layering;
  /** All of the painting. */
  layerings: readonly Layering[];
  onOpen: (id: string) => void;
  onGround: () => void;
}) {
  const store = useStore();
  const painting = useStudio((studio) => studio.painting);
  const { addLayering, changeLayering, removeLayering } = useLayerCommands();
  const [isNaming, setNaming] = useState(false);
  return (
    <>
      <Menu label="more" name="More for these layers">
        <MenuItem onSelect={onGround}>What lies there: {layering.ground.name}</MenuItem>
        <MenuItem
          onSelect={() => {
            setNaming(true);
          }}
        >
          Name, and the note that it is for
        </MenuItem>
        {layerings
          .filter(({ id }) => id !== layering.id)
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
              addLayering(
                {
                  paintingId: layering.paintingId,
                  name: `Layers ${layerings.length + 1}`,
                  ground: painting?.ground ?? WHITE_PAPER,
                  layers: [],
                },
                Date.now(),
              ).then(({ id }) => {
                onOpen(id);
              }),
            );
          }}
        >
          Another plan
        </MenuItem>
        <MenuItem
          onSelect={() => {
            attempt(
              undoably(
                store,
                `${layering.name} is removed; its scraps stay.`,
                [["layerings", layering.id]],
                () => removeLayering(layering.id),
              ),
            );
          }}
        >
          Remove this plan
        </MenuItem>
      </Menu>
      <Drawer
        isOpen={isNaming}
        onOpenChange={setNaming}
        title={layering.name}
        description="What it is called, and which colour it is meant to reach."
      >
        <div className="flex flex-col gap-4">
          <NameForm
            key={layering.name}
            label="Name"
            name={layering.name}
            onName={(name) => {
              attempt(changeLayering(layering.id, () => ({ name })));
            }}
          />
          <NoteSelect
            label="The note that it is for"
            none="none"
            value={layering.noteId ?? ""}
            onChange={(id) => {
              attempt(changeLayering(layering.id, () => ({ noteId: id === "" ? undefined : id })));
            }}
          />
        </div>
      </Drawer>
    </>
  );
}
