"use client";

/** Every part of `ui` in each of the three rooms, to be looked at while one is changed. */
import { useState } from "react";
import { labD65 } from "../../core/color/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Drawer } from "../../ui/Drawer";
import { CheckField, FileField, TextAreaField, TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { HoldButton } from "../../ui/HoldButton";
import { KeyCap } from "../../ui/KeyCap";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { Rail } from "../../ui/Rail";
import { Ribbon } from "../../ui/Ribbon";
import { Smear } from "../../ui/Smear";
import { SortableHead } from "../../ui/SortableHead";
import { Status } from "../../ui/Status";
import { Working } from "../../ui/Working";

const ROOMS = ["light", "middle", "dark"] as const;
const CLAY = labD65(58, 14, 22);
const SLATE = labD65(42, -3, -9);
const NOTHING = (): void => undefined;

export function Gallery() {
  return (
    <div className="grid wide:grid-cols-3">
      {ROOMS.map((room) => (
        <section
          key={room}
          data-room={room}
          aria-label={`${room} room`}
          className="flex flex-col gap-4 bg-surface p-5 text-ink"
        >
          <h2 className="text-xl font-bold">{room} room</h2>
          <Controls />
          <Fields />
          <Paint />
          <Words />
        </section>
      ))}
    </div>
  );
}

function Controls() {
  const [held, setHeld] = useState(false);
  const [way, setWay] = useState<"eye" | "typed">("eye");
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <Button weight="main">main</Button>
        <Button>plain</Button>
        <Button weight="quiet">quiet</Button>
        <Button disabled>disabled</Button>
      </div>
      <div className="flex items-center gap-3">
        <HoldButton isOn={held} onChange={setHeld} shortcut="G">
          hold
        </HoldButton>
        <KeyCap>X</KeyCap>
        <Button
          onClick={() => {
            setOpen(true);
          }}
        >
          open a drawer
        </Button>
      </div>
      <Choice
        label="How to read"
        value={way}
        options={[
          { value: "eye", label: "by eye" },
          { value: "typed", label: "typed", hint: "hex or CIELAB" },
        ]}
        onChange={setWay}
      />
      <Drawer isOpen={isOpen} onOpenChange={setOpen} title="A drawer" description="It lies over the work.">
        <p>What it holds.</p>
      </Drawer>
    </>
  );
}

function Fields() {
  const [isOn, setOn] = useState(true);
  const [one, setOne] = useState("b");
  return (
    <>
      <TextField label="A name" defaultValue="Slip wall" />
      <TextField label="A number" defaultValue="none" error="Type a number, such as 0.5." />
      <TextAreaField label="A remark" defaultValue="keel, in shadow" />
      <SelectField label="One of many" value={one} onChoose={setOne}>
        <option value="a">the first</option>
        <option value="b">the second</option>
      </SelectField>
      <CheckField label="A switch" isChecked={isOn} onChange={setOn} />
      <FileField label="A file" accept=".csv" onFile={NOTHING} />
    </>
  );
}

function Paint() {
  const [miss, setMiss] = useState(2);
  return (
    <>
      <div className="flex h-16">
        <Patch lab={CLAY} label="Clay" className="flex-1" />
        <Patch lab={SLATE} label="Slate" className="flex-1" />
        <Patch lab={CLAY} isGrey label="Clay in grey" className="flex-1" />
      </div>
      <Rail
        name="Value"
        low="darker"
        high="lighter"
        words="slightly too light"
        value={miss}
        range={20}
        step={0.5}
        tolerance={3}
        spread={2}
        onChange={setMiss}
      />
      <Ribbon
        segments={[
          { key: "clay", share: 0.7, lab: CLAY },
          { key: "slate", share: 0.3, lab: SLATE },
        ]}
      />
      <Smear ladder={[SLATE, CLAY]} variant={0} className="h-10" />
    </>
  );
}

function Words() {
  return (
    <>
      <Notice>Something to mind.</Notice>
      <Status>Read.</Status>
      <Working onGiveUp={NOTHING}>Working it out</Working>
      <table>
        <SortableHead
          columns={[
            { id: "tube", label: "tube", sorted: "asc", onSort: NOTHING },
            { id: "value", label: "value", sorted: false, onSort: NOTHING },
          ]}
        />
      </table>
    </>
  );
}
