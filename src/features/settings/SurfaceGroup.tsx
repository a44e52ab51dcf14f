"use client";

import { PAINT_SURFACES } from "../../domain/settings/settings";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useSettings } from "../../kit/studio/useStudio";
import { SelectField } from "../../ui/SelectField";
import { Group } from "./Group";

const MEDIA = ["oil", "acrylic", "watercolour", "gouache"] as const;

/** How the painter's dry paint shines, by medium. */
export function SurfaceGroup() {
  const { paintSurfaces } = useSettings();
  const change = useChangeSettings();
  return (
    <Group
      title="The dry surface"
      text="Where a match must be invisible, its surface counts as much as its colour. Paint that you have not tested is predicted with the shine that you say here. Readings then teach how it really reflects."
    >
      <div className="flex flex-wrap gap-4">
        {MEDIA.map((medium) => (
          <SelectField
            key={medium}
            label={`Dry ${medium} is`}
            value={paintSurfaces?.[medium] ?? ""}
            onChoose={(picked) => {
              const surface = PAINT_SURFACES.find((name) => name === picked);
              change((before) => ({ paintSurfaces: { ...before.paintSurfaces, [medium]: surface } }));
            }}
          >
            <option value="">not said</option>
            {PAINT_SURFACES.map((name) => (
              <option key={name} value={name}>
                {name}
              </option>
            ))}
          </SelectField>
        ))}
      </div>
    </Group>
  );
}
