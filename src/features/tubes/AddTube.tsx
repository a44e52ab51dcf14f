"use client";

/** Into the box: from the generic library, or a tube that the library does not know. */
import { useState } from "react";
import { paintsById, tubeOfPaint } from "../../domain/tube/paints";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { TextField } from "../../ui/fields";
import { PaintPicker } from "../../kit/paint/PaintPicker";
import { useTubeCommands } from "../../kit/commands/tubes";
import { BoxFile } from "./BoxFile";
import { tubeFromLabel } from "../../domain/tube/labelTube";
import { UnknownTube } from "./UnknownTube";
import { useOnce } from "../../kit/commands/useOnce";

export function AddTube({
  isOpen,
  onOpenChange,
  onAdded,
}: {
  isOpen: boolean;
  onOpenChange: (isOpen: boolean) => void;
  onAdded: (tubeId: string) => void;
}) {
  return (
    <Drawer
      isOpen={isOpen}
      onOpenChange={onOpenChange}
      title="Add tubes"
      description="From the generic paints, by the pigments on the label, by colour, or from a file."
    >
      <div className="flex flex-col gap-6">
        <FromLibrary onAdded={onAdded} />
        <FromLabel onAdded={onAdded} />
        <UnknownTube onAdded={onAdded} />
        <BoxFile onAdded={onAdded} />
      </div>
    </Drawer>
  );
}

function FromLibrary({ onAdded }: { onAdded: (tubeId: string) => void }) {
  const { addTubes } = useTubeCommands();
  const [modelIds, setModelIds] = useState<readonly string[]>([]);
  const once = useOnce(modelIds.join());
  const add = async (): Promise<void> => {
    const [first] = await addTubes(paintsById(modelIds).map(tubeOfPaint), Date.now());
    setModelIds([]);
    if (first) onAdded(first.id);
  };
  return (
    <div className="flex flex-col gap-3">
      <PaintPicker legend="Tubes to add" chosenIds={modelIds} onChange={setModelIds} />
      <Button
        weight="main"
        className="self-start"
        disabled={modelIds.length === 0}
        onClick={() => {
          once("add", add);
        }}
      >
        Put {modelIds.length === 1 ? "it" : "them"} in the box
      </Button>
    </div>
  );
}

function FromLabel({ onAdded }: { onAdded: (tubeId: string) => void }) {
  const { addTubes } = useTubeCommands();
  const [label, setLabel] = useState("");
  const [pigments, setPigments] = useState("");
  const [word, setWord] = useState<string>();
  const once = useOnce(`${label} ${pigments}`);
  const add = async (): Promise<void> => {
    const tube = tubeFromLabel(label, pigments);
    if (!tube.ok) {
      const { labelFaultWords } = await import("../../words/files");
      setWord(`${labelFaultWords(tube.failure)}.`);
      return;
    }
    setWord(undefined);
    const [first] = await addTubes([tube.value], Date.now());
    setLabel("");
    setPigments("");
    if (first) onAdded(first.id);
  };
  return (
    <form
      className="flex flex-col gap-3 border-t-2 border-ink pt-4"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        once("add", add);
      }}
    >
      <h3 className="font-bold">By its label</h3>
      <TextField
        label="Name on the label"
        value={label}
        onChange={(event) => {
          setLabel(event.target.value);
        }}
      />
      <TextField
        label="Pigments, such as PY74 PG7"
        hint="A mixture starts from the blend of its pigments."
        value={pigments}
        error={word}
        onChange={(event) => {
          setPigments(event.target.value);
        }}
      />
      <Button type="submit" className="self-start">
        Put it in the box
      </Button>
    </form>
  );
}
