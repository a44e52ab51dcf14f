"use client";

/** Which light the scene is to stand in. */
import { COOLEST_KELVIN, DAYLIGHT_KELVIN, WARMEST_KELVIN } from "../../core/aim/sceneLight";
import { HUE_PLACES } from "../../core/describe/huePlaces";
import { CheckField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { ValueRail } from "./ValueRail";

const LIGHTS = [
  { kelvin: 1900, words: "candle" },
  { kelvin: 2800, words: "lamp" },
  { kelvin: 4000, words: "evening sun" },
  { kelvin: DAYLIGHT_KELVIN, words: "daylight, as they were seen" },
  { kelvin: 8000, words: "overcast" },
  { kelvin: 12_000, words: "open shade" },
] as const;

export type Wishes = {
  readonly kelvin: number;
  /** Place of the light's own colour in the twelve hues; undefined for none. */
  readonly tint: number | undefined;
  readonly tintStrength: number;
  /** The notes were seen in that light and are brought to daylight. */
  readonly isTakenOut: boolean;
  readonly range: readonly [number, number] | undefined;
  readonly keepsChroma: boolean;
  readonly isIntoReach: boolean;
};

export function LightWishes({
  wishes,
  onChange,
}: {
  wishes: Wishes;
  onChange: (changes: Partial<Wishes>) => void;
}) {
  const named = LIGHTS.find(({ kelvin }) => kelvin === wishes.kelvin);
  return (
    <div className="flex flex-col gap-2">
      <SelectField
        label="Light of the scene"
        value={named ? String(named.kelvin) : ""}
        onChoose={(picked) => {
          if (picked !== "") onChange({ kelvin: Number(picked) });
        }}
      >
        {named ? null : <option value="">{wishes.kelvin} K</option>}
        {LIGHTS.map(({ kelvin, words }) => (
          <option key={kelvin} value={kelvin}>
            {words}
          </option>
        ))}
      </SelectField>
      <ValueRail
        label="Warmer to cooler"
        names={["Colour temperature"]}
        // Even steps of mired look even; kelvin do not.
        values={[-Math.round(1e6 / wishes.kelvin)]}
        min={-Math.floor(1e6 / WARMEST_KELVIN)}
        max={-Math.ceil(1e6 / COOLEST_KELVIN)}
        step={5}
        words={`${wishes.kelvin} K`}
        onChange={([mired = 0]) => {
          onChange({
            kelvin: Math.max(WARMEST_KELVIN, Math.min(COOLEST_KELVIN, Math.round(1e6 / -mired / 10) * 10)),
          });
        }}
      />
      <SelectField
        label="Coloured"
        value={wishes.tint ?? ""}
        onChoose={(picked) => {
          onChange({ tint: picked === "" ? undefined : Number(picked) });
        }}
      >
        <option value="">no colour of its own</option>
        {HUE_PLACES.map(({ name }, place) => (
          <option key={name} value={place}>
            {name}
          </option>
        ))}
      </SelectField>
      {wishes.tint === undefined ? null : (
        <ValueRail
          label="How strongly"
          names={["Strength of the light's colour"]}
          values={[Math.round(100 * wishes.tintStrength)]}
          min={0}
          max={100}
          step={5}
          words={`${Math.round(100 * wishes.tintStrength)} %`}
          onChange={([strength = 0]) => {
            onChange({ tintStrength: strength / 100 });
          }}
        />
      )}
      <CheckField
        label="They were seen in this light: bring them to daylight"
        isChecked={wishes.isTakenOut}
        onChange={(isTakenOut) => {
          onChange({ isTakenOut });
        }}
      />
    </div>
  );
}
