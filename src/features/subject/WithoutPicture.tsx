"use client";

/** A note of something that is not in a picture: typed, from a list of chips, by eye, or by instrument. */
import { useRouter } from "next/navigation";
import { useState } from "react";
import { lchFromLab, labFromLch } from "../../core/color/cieLab";
import { type LabD65, labD65, lchUnder } from "../../core/color/types";
import { applyDifference, hueRailEnds } from "../../core/describe/difference";
import { lightnessPerStep, quarterText } from "../../core/describe/valueScale";
import { SIMULATED_OBJECTS } from "../../devices/simulatedObjects";
import type { StoredColor } from "../../domain/reading/storedColor";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField, TextField } from "../../ui/fields";
import { Patch } from "../../ui/Patch";
import { Rail } from "../../ui/Rail";
import { ReadByColorimeter } from "../../kit/reading/ReadByColorimeter";
import { ReadFromFile } from "../../kit/reading/ReadFromFile";
import { useSettings } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { usePaintingCommands } from "../../kit/commands/paintings";
import { parseTypedColor } from "../../kit/reading/typedColor";
import { describeLab } from "../../words/colors";
import { Status } from "../../ui/Status";

const WAYS = [
  { value: "typed", label: "typed" },
  { value: "chip", label: "a chip from a list" },
  { value: "eye", label: "by eye" },
  { value: "colorimeter", label: "simulated colorimeter" },
] as const;
type Way = (typeof WAYS)[number]["value"];

type Found = {
  readonly lab: LabD65;
  readonly source: StoredColor["source"];
  readonly uncertaintyDeltaE2000: number;
};

const TYPED_UNCERTAINTY = 1;
/** A patch on a screen beside a thing in other light. */
const BY_EYE_UNCERTAINTY = 4;

export function WithoutPicture({ paintingId }: { paintingId: string }) {
  const [way, setWay] = useState<Way>("typed");
  return (
    <details className="mt-4 border-t pt-2">
      <summary className="flex min-h-11 items-center font-semibold underline underline-offset-4">
        A colour without a picture
      </summary>
      <div className="mt-2 flex flex-col gap-3">
        <Choice label="How you know the colour" value={way} options={WAYS} onChange={setWay} />
        <OneWay key={way} way={way} paintingId={paintingId} />
      </div>
    </details>
  );
}

function OneWay({ way, paintingId }: { way: Way; paintingId: string }) {
  const [found, setFound] = useState<Found>();
  const [name, setName] = useState("");
  switch (way) {
    case "typed":
      return <TypedNote paintingId={paintingId} />;
    case "chip":
      return (
        <>
          <ReadFromFile
            onTake={(lab, uncertaintyDeltaE2000) => {
              setFound({ lab, source: "file", uncertaintyDeltaE2000 });
            }}
          />
          <KeepFound paintingId={paintingId} found={found} name={name} onName={setName} />
        </>
      );
    case "eye":
      return (
        <>
          <EyePatch
            onChange={(lab) => {
              setFound({ lab, source: "by-eye", uncertaintyDeltaE2000: BY_EYE_UNCERTAINTY });
            }}
          />
          <KeepFound paintingId={paintingId} found={found} name={name} onName={setName} isPatchShown />
        </>
      );
    case "colorimeter":
      return (
        <>
          <ObjectReading
            onTake={(lab, uncertaintyDeltaE2000, object) => {
              setFound({ lab, source: "measured", uncertaintyDeltaE2000 });
              setName(object);
            }}
          />
          <KeepFound paintingId={paintingId} found={found} name={name} onName={setName} />
        </>
      );
  }
}

function useKeep(paintingId: string) {
  const settings = useSettings();
  const { addNote } = usePaintingCommands();
  const router = useRouter();
  const keep = async ({ lab, source, uncertaintyDeltaE2000 }: Found, name: string): Promise<void> => {
    const note = await addNote(
      {
        paintingId,
        name: name.trim() === "" ? describeLab(lab, settings).hue : name,
        target: storedFromLab(lab, source, uncertaintyDeltaE2000),
      },
      Date.now(),
    );
    router.push(`/mix?note=${note.id}`);
  };
  return (found: Found, name: string): void => {
    attempt(keep(found, name));
  };
}

function KeepFound({
  paintingId,
  found,
  name,
  onName,
  isPatchShown = false,
}: {
  paintingId: string;
  found: Found | undefined;
  name: string;
  onName: (name: string) => void;
  /** The patch stands somewhere else already. */
  isPatchShown?: boolean;
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
      {isPatchShown ? null : (
        <Status className="flex items-center gap-3">
          <Patch lab={found.lab} className="size-14 shrink-0" />
          <span>{description.sentence}</span>
        </Status>
      )}
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

const MIDDLE = labD65(50, 4, 10);
const CHROMA_RANGE = 40;
const HUE_RANGE = 30;
const LIGHTNESS_RANGE = 45;

/** A patch moved along the three rails until it looks like the thing. */
function EyePatch({ onChange }: { onChange: (lab: LabD65) => void }) {
  const settings = useSettings();
  const [start, setStart] = useState(MIDDLE);
  const [by, setBy] = useState({ deltaLightness: 0, deltaChroma: 0, deltaHue: 0 });
  const labAt = (moved: typeof by): LabD65 => {
    const { lightness, chroma, hueDegrees } = applyDifference(start, moved);
    return labFromLch(lchUnder<"D65">(lightness, chroma, hueDegrees));
  };
  const lab = labAt(by);
  const move = (changes: Partial<typeof by>): void => {
    const next = { ...by, ...changes };
    setBy(next);
    onChange(labAt(next));
  };
  const { hueDown, hueUp } = hueRailEnds(start);
  const steps = Math.abs(by.deltaLightness) / lightnessPerStep(settings.scale);
  const signed = (value: number, words: string): string =>
    value === 0 ? "as it was" : `${value > 0 ? "+" : "−"}${words}`;
  return (
    <div>
      <p>Hold the thing, or a patch of it, beside this colour and move the rails until both look the same.</p>
      <Patch lab={lab} label={`The patch: ${describeLab(lab, settings).sentence}`} className="mt-2 h-32" />
      <Status className="py-1 font-semibold first-letter:uppercase">
        {describeLab(lab, settings).sentence}
      </Status>
      <Rail
        name="Value of the patch"
        low="darker"
        high="lighter"
        value={by.deltaLightness}
        range={LIGHTNESS_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaLightness, `${quarterText(steps)} steps`)}
        onChange={(deltaLightness) => {
          move({ deltaLightness });
        }}
      />
      <Rail
        name="Chroma of the patch"
        low="duller"
        high="brighter"
        value={by.deltaChroma}
        range={CHROMA_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaChroma, `C* ${Math.abs(by.deltaChroma)}`)}
        onChange={(deltaChroma) => {
          move({ deltaChroma });
        }}
      />
      <Rail
        name="Hue of the patch"
        low={hueDown}
        high={hueUp}
        value={by.deltaHue}
        range={HUE_RANGE}
        step={1}
        tolerance={0.5}
        words={signed(by.deltaHue, `${Math.abs(by.deltaHue)} towards ${by.deltaHue > 0 ? hueUp : hueDown}`)}
        onChange={(deltaHue) => {
          move({ deltaHue });
        }}
      />
      <Button
        weight="quiet"
        onClick={() => {
          setStart(lchFromLab(lab)[1] > 0 ? lab : MIDDLE);
          setBy({ deltaLightness: 0, deltaChroma: 0, deltaHue: 0 });
        }}
      >
        set the rails to the middle here
      </Button>
    </div>
  );
}

function ObjectReading({
  onTake,
}: {
  onTake: (lab: LabD65, uncertaintyDeltaE2000: number, object: string) => void;
}) {
  const [place, setPlace] = useState(0);
  const object = SIMULATED_OBJECTS[place];
  if (!object) return null;
  return (
    <>
      <SelectField
        label="Simulated object under it"
        value={place}
        onChange={(event) => {
          setPlace(Number(event.target.value));
        }}
      >
        {SIMULATED_OBJECTS.map(({ name }, index) => (
          <option key={name} value={index}>
            {name}
          </option>
        ))}
      </SelectField>
      <ReadByColorimeter
        specimen={object.specimen}
        thing="the object"
        onTake={(lab, uncertaintyDeltaE2000) => {
          onTake(lab, uncertaintyDeltaE2000, object.name);
        }}
      />
    </>
  );
}

/** A note from numbers. */
function TypedNote({ paintingId }: { paintingId: string }) {
  const settings = useSettings();
  const [text, setText] = useState("");
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string>();
  const keep = useKeep(paintingId);
  const parsed = parseTypedColor(text);
  const description = parsed.ok ? describeLab(parsed.value, settings) : undefined;
  return (
    <form
      className="flex flex-col gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok)
          keep({ lab: parsed.value, source: "typed", uncertaintyDeltaE2000: TYPED_UNCERTAINTY }, name);
        else setProblem(parsed.failure);
      }}
    >
      <TextField
        label="Hex or CIELAB (D65)"
        hint="#4a7d80, or 46 -15 -13"
        value={text}
        error={problem}
        onChange={(event) => {
          setText(event.target.value);
          setProblem(undefined);
        }}
      />
      {parsed.ok && description ? (
        <div className="flex items-center gap-3">
          <Patch lab={parsed.value} className="size-11 shrink-0" />
          <span>{description.sentence}</span>
        </div>
      ) : null}
      <TextField
        label="Name of the typed note"
        placeholder={description?.hue ?? ""}
        maxLength={120}
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <Button type="submit" className="self-start">
        Keep and mix
      </Button>
    </form>
  );
}
