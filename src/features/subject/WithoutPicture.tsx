"use client";

/** A note of something that is not in a picture: typed, from a list of chips, by eye, or by instrument. */
import { useRouter } from "next/navigation";
import { useState } from "react";
import { SIMULATED_OBJECTS } from "../../devices/simulatedObjects";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Fold } from "../../ui/Fold";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { useSettings } from "../../kit/studio/useStudio";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { describeLab } from "../../words/colors";
import { Status } from "../../ui/Status";
import { ReadColour } from "../../kit/reading/ReadColour";
import { isVisibleName } from "../../domain/name/visibleName";
import type { TakenColour } from "../../kit/reading/taken";
import { useOnce } from "../../kit/commands/useOnce";

export function WithoutPicture({ paintingId }: { paintingId: string }) {
  const [found, setFound] = useState<TakenColour>();
  const [name, setName] = useState("");
  const [place, setPlace] = useState(0);
  const object = SIMULATED_OBJECTS[place];
  return (
    <Fold isKept label="A colour without a picture" className="mt-4 border-t pt-2">
      <div className="mt-2 flex flex-col gap-3">
        <ReadColour
          ways={["typed", "file", "eye", "colorimeter"]}
          thing="the thing"
          startWith="typed"
          isLive
          specimen={object && { specimen: object.specimen }}
          underIt={<ObjectUnderIt place={place} onPlace={setPlace} />}
          onTake={(taken) => {
            setFound(taken);
            if (taken?.source === "measured" && object) setName(object.name);
          }}
        />
        <KeepFound paintingId={paintingId} found={found} name={name} onName={setName} />
      </div>
    </Fold>
  );
}

function useKeep(paintingId: string) {
  const settings = useSettings();
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const once = useOnce(paintingId);
  const keep = async ({ lab, source, uncertaintyDeltaE2000 }: TakenColour, name: string): Promise<void> => {
    const note = await addNote(
      {
        paintingId,
        name: isVisibleName(name) ? name : describeLab(lab, settings).hue,
        target: storedFromLab(lab, source, uncertaintyDeltaE2000),
      },
      Date.now(),
    );
    router.push(`/mix?note=${note.id}`);
  };
  return (found: TakenColour, name: string): void => {
    once("keep", () => keep(found, name));
  };
}

function KeepFound({
  paintingId,
  found,
  name,
  onName,
}: {
  paintingId: string;
  found: TakenColour | undefined;
  name: string;
  onName: (name: string) => void;
}) {
  const settings = useSettings();
  const keep = useKeep(paintingId);
  if (!found) return null;
  const description = describeLab(found.lab, settings);
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep(found, name);
      }}
    >
      <Status className="flex items-center gap-3">
        <Patch lab={found.lab} className="size-14 shrink-0" />
        <span>{description.sentence}</span>
      </Status>
      <TextField
        label="Name of this note"
        placeholder={description.hue}
        maxLength={120}
        value={name}
        onChange={(event) => {
          onName(event.target.value);
        }}
      />
      <Button type="submit" weight="main" className="self-start">
        Keep and mix
      </Button>
    </form>
  );
}

function ObjectUnderIt({ place, onPlace }: { place: number; onPlace: (place: number) => void }) {
  return (
    <SelectField
      label="Simulated object under it"
      value={place}
      onChoose={(picked) => {
        onPlace(Number(picked));
      }}
    >
      {SIMULATED_OBJECTS.map(({ name }, index) => (
        <option key={name} value={index}>
          {name}
        </option>
      ))}
    </SelectField>
  );
}
