"use client";

/** The picture and a palette: what can be mixed of it, and what it would look like. */
import type { Palette } from "../../domain/palette/palette";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import { Notice } from "../../ui/Notice";
import { Working } from "../../ui/Working";
import { useStudio } from "../../kit/studio/useStudio";
import type { LookName, LookSettings } from "./looks";
import type { TableState } from "./usePaletteTable";
import { ValueRail } from "./ValueRail";
import { Status } from "../../ui/Status";

const PALETTE_LOOKS = [
  { value: "picture", label: "as it is" },
  { value: "palette", label: "through the palette" },
  { value: "reach", label: "lines where it is out of reach" },
] as const satisfies readonly { value: LookName; label: string }[];

export function PalettePanel({
  palette,
  onPalette,
  table,
  onGiveUp,
  onRetry,
  look,
  onLook,
  settings,
  onSettings,
  reachedShare,
}: {
  palette: Palette | undefined;
  onPalette: (paletteId: string) => void;
  table: TableState;
  onGiveUp: () => void;
  onRetry: () => void;
  look: LookName;
  onLook: (look: LookName) => void;
  settings: LookSettings;
  onSettings: (changes: Partial<LookSettings>) => void;
  reachedShare: number | undefined;
}) {
  const palettes = useStudio((studio) => studio.palettes);
  return (
    <section aria-label="Palette on the picture" className="flex flex-col gap-4">
      <SelectField
        label="Palette"
        value={palette?.id ?? ""}
        onChoose={(picked) => {
          onPalette(picked);
        }}
      >
        {palettes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      <Choice
        label="The picture"
        value={PALETTE_LOOKS.find(({ value }) => value === look)?.value ?? "picture"}
        options={PALETTE_LOOKS}
        onChange={onLook}
      />
      {table.status === "building" ? (
        <Working onGiveUp={onGiveUp}>
          Mixing all colours of this palette, {Math.round(100 * table.share)} %
        </Working>
      ) : null}
      {table.status === "no-tubes" ? <p>This palette has no tube whose paint is known.</p> : null}
      {table.status === "failed" ? (
        <Notice>
          {table.words}{" "}
          <Button weight="quiet" onClick={onRetry}>
            try again
          </Button>
        </Notice>
      ) : null}
      <ValueRail
        label="Counts as reached within"
        names={["Tolerance"]}
        values={[settings.toleranceDeltaE2000]}
        min={1}
        max={10}
        step={0.5}
        words={`ΔE ${settings.toleranceDeltaE2000}`}
        onChange={([toleranceDeltaE2000 = settings.toleranceDeltaE2000]) => {
          onSettings({ toleranceDeltaE2000 });
        }}
      />
      {table.status === "ready" && reachedShare !== undefined ? (
        <Status className="text-lg font-bold">
          {palette?.name} reaches {Math.round(100 * reachedShare)} % of the area
        </Status>
      ) : null}
    </section>
  );
}
