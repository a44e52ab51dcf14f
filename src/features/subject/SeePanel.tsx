"use client";

/** Ways of looking: which one stays on the stage, what it is set to, and how the values are spread. */
import { useMemo } from "react";
import { HUE_PLACES } from "../../core/describe/huePlaces";
import { valueFromLightness, valueText } from "../../core/describe/valueScale";
import { FEWEST_STEPS, MOST_STEPS } from "../../core/picture/luminancePlane";
import { Fold } from "../../ui/Fold";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import { useSettings } from "../../kit/studio/useStudio";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { type LookName, LOOKS, type LookSettings, SQUINTS } from "./looks";
import { useValueShares } from "./useValueShares";
import { ValueRail } from "./ValueRail";
import { later } from "../../ui/later";

const LineChart = later(async () => (await import("../../kit/chart/LineChart")).LineChart);

const LOOK_OPTIONS = LOOKS.map(({ name, words, key }) => ({
  value: name,
  label: words,
  ...(key && { hint: `or hold ${key.toUpperCase()}` }),
}));
const SQUINT_OPTIONS = [
  { value: "little", label: "a little" },
  { value: "half", label: "half closed" },
  { value: "far", label: "from far off" },
] as const satisfies readonly { value: keyof typeof SQUINTS; label: string }[];

export function SeePanel({
  picture,
  look,
  onLook,
  second,
  onSecond,
  settings: looks,
  onSettings,
}: {
  picture: OpenPicture;
  look: LookName;
  onLook: (look: LookName) => void;
  second: LookName | undefined;
  onSecond: (look: LookName | undefined) => void;
  settings: LookSettings;
  onSettings: (changes: Partial<LookSettings>) => void;
}) {
  const settings = useSettings();
  const shown = [look, second];
  return (
    <section aria-label="Ways of looking" className="flex flex-col gap-4">
      <Choice label="On the stage" value={look} options={LOOK_OPTIONS} onChange={onLook} />
      <SelectField
        label="Beside it"
        value={second ?? ""}
        onChoose={(picked) => {
          onSecond(LOOKS.find(({ name }) => name === picked)?.name);
        }}
      >
        <option value="">nothing</option>
        {LOOK_OPTIONS.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </SelectField>
      {shown.includes("grey") ? (
        <ValueRail
          label="Light lifted, to see into the darks"
          names={["Light lifted"]}
          values={[looks.liftStops]}
          min={0}
          max={4}
          step={0.5}
          words={looks.liftStops === 0 ? "not at all" : `${looks.liftStops} stops`}
          onChange={([liftStops = 0]) => {
            onSettings({ liftStops });
          }}
        />
      ) : null}
      {shown.includes("squint") ? (
        <Choice
          label="How far the eyes are closed"
          value={looks.squint}
          options={SQUINT_OPTIONS}
          onChange={(squint) => {
            onSettings({ squint });
          }}
        />
      ) : null}
      {shown.includes("values") ? (
        <ValueRail
          label="The band"
          names={["Darkest value of the band", "Lightest value of the band"]}
          values={[looks.darkest, looks.lightest]}
          min={0}
          max={100}
          step={2.5}
          words={`${valueText(looks.darkest, settings.scale)} to ${valueText(looks.lightest, settings.scale)}`}
          onChange={([darkest = 0, lightest = 100]) => {
            onSettings({ darkest, lightest });
          }}
        />
      ) : null}
      {shown.includes("hue") ? (
        <SelectField
          label="The hue family"
          value={looks.huePlace}
          onChoose={(picked) => {
            onSettings({ huePlace: Number(picked) });
          }}
        >
          {HUE_PLACES.map(({ name }, place) => (
            <option key={name} value={place}>
              {name}
            </option>
          ))}
        </SelectField>
      ) : null}
      <ValueRail
        label="Steps of value"
        names={["Number of steps"]}
        values={[looks.steps]}
        min={FEWEST_STEPS}
        max={MOST_STEPS}
        step={1}
        words={String(looks.steps)}
        onChange={([steps = looks.steps]) => {
          onSettings({ steps });
        }}
      />
      <ValueHistogram picture={picture} />
    </section>
  );
}

const BINS = 20;

function ValueHistogram({ picture }: { picture: OpenPicture }) {
  const settings = useSettings();
  const shares = useValueShares(picture, BINS);
  const { scale } = settings;
  const lines = useMemo(
    () =>
      shares && [
        {
          points: shares.map(
            (share, bin) => [valueFromLightness((100 * (bin + 0.5)) / BINS, scale), 100 * share] as const,
          ),
          axis: 0,
          dash: "solid" as const,
          symbol: "circle" as const,
        },
      ],
    [shares, scale],
  );
  const x = useMemo(
    () => ({
      name: "value",
      min: Math.min(scale.atBlack, scale.atWhite),
      max: Math.max(scale.atBlack, scale.atWhite),
    }),
    [scale],
  );
  if (!lines || !shares) return null;
  return (
    <Fold label="Values over the whole picture" className="border-t">
      <LineChart
        label="Share of the area at each value, in percent; the same numbers stand in the table below."
        x={x}
        axes={PERCENT_AXIS}
        lines={lines}
        className="h-52 w-full"
      />
      <table className="w-full text-left">
        <thead>
          <tr className="border-b">
            <th scope="col" className="font-normal text-muted">
              value
            </th>
            <th scope="col" className="text-right font-normal text-muted">
              of the area
            </th>
          </tr>
        </thead>
        <tbody>
          {shares.map((share, bin) =>
            share > 0 ? (
              <tr key={bin} className="border-b last:border-b-0">
                <td>
                  {valueText((100 * bin) / BINS, scale)} to {valueText((100 * (bin + 1)) / BINS, scale)}
                </td>
                <td className="text-right">{(100 * share).toFixed(1)} %</td>
              </tr>
            ) : null,
          )}
        </tbody>
      </table>
    </Fold>
  );
}

const PERCENT_AXIS = [{ name: "% of the area", min: 0 }] as const;
