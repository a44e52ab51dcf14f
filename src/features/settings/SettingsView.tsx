"use client";

/** How this painter counts, speaks, measures and sees. Every change is kept at once. */
import { valueText } from "../../core/describe/valueScale";
import type { Settings } from "../../domain/settings/settings";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import { useOpenStudio, useSettings } from "../../kit/studio/useStudio";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useDemo } from "../../kit/studio/useDemo";
import { attempt } from "../../kit/studio/problems";
import { WordLink } from "../../kit/words/WordLink";
import { Group } from "./Group";
import { OwnHandLine } from "./OwnHandLine";
import { SchoolGroup } from "./SchoolGroup";
import { ScreenGroup } from "./ScreenGroup";
import { OwnWords } from "./OwnWords";
import { SurfaceGroup } from "./SurfaceGroup";
import { later } from "../../ui/later";

// Archives and tables are wanted now and then.
const DataGroups = later(async () => (await import("./data/DataGroups")).DataGroups);

const STEP_COUNTS = [5, 7, 8, 9, 10, 11, 12, 20, 100];
const PART_SIZES_ML = [0.1, 0.25, 0.5, 1, 2, 5, 10];
const DROP_SIZES_ML = [0.02, 0.03, 0.04, 0.05, 0.06, 0.08];
const FRACTIONS = [
  { value: 1 / 8, label: "1/8 part" },
  { value: 1 / 10, label: "1/10 part" },
  { value: 1 / 16, label: "1/16 part" },
  { value: 1 / 20, label: "1/20 part" },
  { value: 1 / 32, label: "1/32 part" },
  { value: 1 / 64, label: "1/64 part" },
  { value: 1 / 100, label: "1/100 part" },
];

export function SettingsView() {
  const settings = useSettings();
  const change = useChangeSettings();
  const { workspace } = useOpenStudio();
  const demo = useDemo();
  return (
    <div className="max-w-3xl p-4 wide:p-5 wide:pl-2">
      <h1 className="text-xl font-bold">Settings</h1>
      <Group
        title="Room"
        text="The grey around a colour changes how it looks. Choose the one nearest to your studio wall."
      >
        <Choice
          label="Room"
          value={settings.room}
          options={[
            { value: "light", label: "light" },
            { value: "middle", label: "middle" },
            { value: "dark", label: "dark" },
          ]}
          onChange={(room) => {
            change({ room });
          }}
        />
      </Group>
      <ScaleGroup />
      <Group
        title="Words for chroma"
        text={
          <>
            <WordLink word="chroma">Chroma</WordLink> is how far a colour is from grey. The number is always
            beside the word.
          </>
        }
      >
        <Choice
          label="Words for chroma"
          value={settings.chromaWords}
          options={[
            { value: "dull-bright", label: "dull to bright" },
            { value: "weak-strong", label: "weak to strong" },
            { value: "greyed-pure", label: "greyed to pure" },
          ]}
          onChange={(chromaWords) => {
            change({ chromaWords });
          }}
        />
        <OwnWords />
      </Group>
      <Group
        title="Amounts"
        text={
          <>
            What you measure with decides which amounts are worked out: a knife lays{" "}
            <WordLink word="part">parts</WordLink>, <WordLink word="touch">touches</WordLink> and{" "}
            <WordLink word="speck">specks</WordLink>; the others count in their own steps.
          </>
        }
      >
        <Choice
          label="Measure with"
          value={settings.amountUnit}
          options={[
            { value: "parts", label: "parts" },
            { value: "millilitres", label: "millilitres" },
            { value: "drops", label: "drops" },
            { value: "grams", label: "grams" },
            { value: "percent", label: "percent" },
          ]}
          onChange={(amountUnit) => {
            change({ amountUnit });
          }}
        />
        <div className="mt-3 flex flex-wrap gap-4">
          <FractionSelect
            label="A touch is"
            value={settings.sizes.touchParts}
            isAllowed={(value) => value > settings.sizes.speckParts}
            onChange={(touchParts) => {
              change(({ sizes }) => ({ sizes: { ...sizes, touchParts } }));
            }}
          />
          <FractionSelect
            label="A speck is"
            value={settings.sizes.speckParts}
            isAllowed={(value) => value < settings.sizes.touchParts}
            onChange={(speckParts) => {
              change(({ sizes }) => ({ sizes: { ...sizes, speckParts } }));
            }}
          />
          <NumberSelect
            label="One part is"
            unit="ml"
            value={settings.partMl}
            choices={PART_SIZES_ML}
            onChange={(partMl) => {
              change({ partMl });
            }}
          />
          <NumberSelect
            label="One drop is"
            unit="ml"
            value={settings.dropMl}
            choices={DROP_SIZES_ML}
            onChange={(dropMl) => {
              change({ dropMl });
            }}
          />
        </div>
        <OwnHandLine />
      </Group>
      <SurfaceGroup />
      <Group title="Recipes" text="Fewer tubes are easier to remember and to repeat.">
        <NumberSelect
          label="At most"
          unit="tubes"
          value={settings.maxTubesPerRecipe}
          choices={[1, 2, 3, 4, 5, 6]}
          onChange={(maxTubesPerRecipe) => {
            change({ maxTubesPerRecipe });
          }}
        />
      </Group>
      <SchoolGroup />
      <Group
        title="Keys"
        text="F finds anything, R changes the room, G held shows greys. The ? key, or the search, shows all of them."
      >
        <Choice
          label="Single keys"
          value={settings.singleKeys ? "on" : "off"}
          options={[
            { value: "on", label: "single keys act" },
            { value: "off", label: "they do nothing" },
          ]}
          onChange={(value) => {
            change({ singleKeys: value === "on" });
          }}
        />
      </Group>
      <ScreenGroup />
      <DataGroups />
      <Group title="Demo" text="“Slipway, low tide” is kept separately and never touches your work.">
        <div className="flex flex-wrap gap-3">
          {workspace === "demo" ? (
            <Button onClick={demo.close}>Back to my own work</Button>
          ) : (
            <Button
              onClick={() => {
                attempt(demo.open());
              }}
            >
              Open the demo painting
            </Button>
          )}
          {workspace === "demo" ? (
            <Button
              onClick={() => {
                demo.remove();
              }}
            >
              Remove the demo
            </Button>
          ) : null}
        </div>
      </Group>
    </div>
  );
}

function ScaleGroup() {
  const settings = useSettings();
  const change = useChangeSettings();
  const { atBlack, atWhite } = settings.scale;
  const steps = Math.max(atBlack, atWhite);
  const setScale = (count: number, isLightHigh: boolean): void => {
    const scale: Settings["scale"] = isLightHigh
      ? { atBlack: 0, atWhite: count }
      : { atBlack: count, atWhite: 0 };
    change({ scale });
  };
  return (
    <Group
      title="Value scale"
      text={
        <>
          Some painters count <WordLink word="value" /> up to white, others up to black. On yours a middle
          grey is {valueText(50, settings.scale)}.
        </>
      }
    >
      <Choice
        label="Which end is high"
        value={atWhite > atBlack ? "white" : "black"}
        options={[
          { value: "white", label: `${steps} is white` },
          { value: "black", label: `${steps} is black` },
        ]}
        onChange={(end) => {
          setScale(steps, end === "white");
        }}
      />
      <div className="mt-3">
        <NumberSelect
          label="Number of steps"
          unit=""
          value={steps}
          choices={STEP_COUNTS}
          onChange={(count) => {
            setScale(count, atWhite > atBlack);
          }}
        />
      </div>
    </Group>
  );
}

function NumberSelect({
  label,
  unit,
  value,
  choices,
  onChange,
}: {
  label: string;
  unit: string;
  value: number;
  choices: readonly number[];
  onChange: (value: number) => void;
}) {
  const shown = choices.includes(value) ? choices : [...choices, value].sort((a, b) => a - b);
  return (
    <SelectField
      label={label}
      value={String(value)}
      onChoose={(picked) => {
        onChange(Number(picked));
      }}
    >
      {shown.map((choice) => (
        <option key={choice} value={String(choice)}>
          {choice} {unit}
        </option>
      ))}
    </SelectField>
  );
}

function FractionSelect({
  label,
  value,
  isAllowed,
  onChange,
}: {
  label: string;
  value: number;
  isAllowed: (value: number) => boolean;
  onChange: (value: number) => void;
}) {
  return (
    <SelectField
      label={label}
      value={String(value)}
      onChoose={(picked) => {
        onChange(Number(picked));
      }}
    >
      {FRACTIONS.map((fraction) => (
        <option key={fraction.value} value={String(fraction.value)} disabled={!isAllowed(fraction.value)}>
          {fraction.label}
        </option>
      ))}
    </SelectField>
  );
}
