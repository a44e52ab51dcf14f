"use client";

import { ROOMS } from "../../domain/settings/settings";
import { keepLook, useKeptLook } from "../../kit/studio/looks";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useSettings } from "../../kit/studio/useStudio";
import { Choice } from "../../ui/Choice";
import { Drawer } from "../../ui/Drawer";
import { CheckField } from "../../ui/fields";
import { fold, useSlim } from "./slim";

export function SightPanel({ onOpenChange }: { onOpenChange: (isOpen: boolean) => void }) {
  const settings = useSettings();
  const change = useChangeSettings();
  const isGrey = useKeptLook("grey");
  const isSquinting = useKeptLook("squint");
  const { isFolded, canFold } = useSlim();
  return (
    <Drawer
      isOpen
      onOpenChange={onOpenChange}
      title="How it is seen"
      description="The surround changes a colour, and hue hides value."
    >
      <div className="flex flex-col gap-4">
        <Choice
          label="Room"
          value={settings.room}
          options={ROOMS.map((room) => ({ value: room, label: `${room} room` }))}
          onChange={(room) => {
            change({ room });
          }}
        />
        <CheckField
          label="All paint in grey, to see its values alone"
          isChecked={isGrey}
          onChange={(isOn) => {
            keepLook("grey", isOn);
          }}
        />
        <CheckField
          label="Squint: edges gone, the large masses left"
          isChecked={isSquinting}
          onChange={(isOn) => {
            keepLook("squint", isOn);
          }}
        />
        {canFold ? (
          <CheckField label="Board and tray as a line each" isChecked={isFolded} onChange={fold} />
        ) : null}
      </div>
    </Drawer>
  );
}
