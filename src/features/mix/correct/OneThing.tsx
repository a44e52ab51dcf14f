"use client";

/** One thing changed on purpose, with what each way of doing it does to the rest. */
import { useState } from "react";
import type { Corrector } from "../../../core/correct/correctors";
import { lightnessPerStep } from "../../../core/describe/valueScale";
import { TaskLine } from "../../../kit/query/TaskLine";
import { useQuery } from "../../../kit/query/useQuery";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { CheckField } from "../../../ui/fields";
import { SelectField } from "../../../ui/SelectField";
import { doseWords, exactWords, tubeName } from "../../../words/doses";
import { andWords } from "../../../words/lists";
import { solver } from "../../../workers/clients";
import { useAimIfAny, usePaint, useShown, useStory } from "../bench/contexts";
import { DarkYellow } from "./DarkYellow";
import { GreenCures } from "./GreenCures";
import { OneTouch } from "./OneTouch";
import {
  HUE_NAMES,
  inTaste,
  isYellow,
  kindOf,
  type Move,
  MOVES,
  STEPS,
  type StepSize,
  wayOf,
} from "./changes";
import { type AskedPile, useAskedPile } from "./useAskedPile";
import { WayRow } from "./WayRow";

const MOST_WAYS = 4;
const OPENINGS = [
  { value: "change", label: "change one thing" },
  { value: "touch", label: "one touch of each tube" },
] as const;

export function OneThing() {
  const { pile } = useStory();
  const [open, setOpen] = useState<(typeof OPENINGS)[number]["value"]>();
  const asked = useAskedPile();
  if (!pile || pile.isStreaky) return null;
  return (
    <div className="mt-3">
      <div className="flex flex-wrap gap-x-4">
        {OPENINGS.map(({ value, label }) => (
          <Button
            key={value}
            weight="quiet"
            aria-expanded={open === value}
            onClick={() => {
              setOpen(open === value ? undefined : value);
            }}
          >
            {label}
          </Button>
        ))}
      </div>
      {open && !asked ? <p>The paint of a tube in it is not known.</p> : null}
      {open === "change" && asked ? <ChangeOne of={asked} /> : null}
      {open === "touch" && asked ? <OneTouch of={asked} /> : null}
    </div>
  );
}

const MOVE_WORDS: Readonly<Record<Move, string>> = {
  lighter: "lighter",
  darker: "darker",
  duller: "duller",
  brighter: "brighter",
  hue: "towards a hue",
  grey: "to a grey",
};

function ChangeOne({ of }: { of: AskedPile }) {
  const settings = useSettings();
  const aim = useAimIfAny();
  const shown = useShown();
  const [move, setMove] = useState<Move>("duller");
  const [size, setSize] = useState<StepSize>("half");
  const [hueName, setHueName] = useState(HUE_NAMES[0] ?? "");
  // A pile that is too dark may well get lighter while it is dulled.
  const isTooDark = aim && shown ? aim.aim[0] - shown.lab[0] > aim.tolerance.lightness : false;
  const [isAllowed, setAllowed] = useState<boolean>();
  const mayLighten = isAllowed ?? isTooDark;
  const perStep = lightnessPerStep(settings.scale);
  return (
    <section aria-label="Change one thing" className="border-t pt-2">
      <Choice
        label="Make the pile"
        value={move}
        options={MOVES.map((value) => ({ value, label: MOVE_WORDS[value] }))}
        onChange={setMove}
      />
      <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1">
        {move === "grey" ? null : (
          <Choice
            label="By how much"
            value={size}
            options={STEPS.map((value) => ({
              value,
              label: value === "half" ? "half a step" : "a whole step",
            }))}
            onChange={setSize}
          />
        )}
        {move === "hue" ? (
          <SelectField
            label="Which hue"
            value={hueName}
            onChoose={(picked) => {
              setHueName(picked);
            }}
          >
            {HUE_NAMES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </SelectField>
        ) : null}
        {move === "duller" ? (
          <CheckField label="it may get lighter" isChecked={mayLighten} onChange={setAllowed} />
        ) : null}
      </div>
      {move === "grey" ? (
        <ToGrey of={of} />
      ) : (
        <Ways of={of} move={move} mayLighten={mayLighten} way={wayOf(move, size, of.now, hueName, perStep)} />
      )}
      {move === "darker" && isYellow(of.now) ? <DarkYellow of={of} perStep={perStep} /> : null}
      <GreenCures of={of} />
    </section>
  );
}

function Ways({
  of,
  move,
  way,
  mayLighten,
}: {
  of: AskedPile;
  move: Move;
  way: ReturnType<typeof wayOf>;
  mayLighten: boolean;
}) {
  const { asked, ways, volume, tubeAt } = of;
  const { tubeById } = usePaint();
  const settings = useSettings();
  const answer = useQuery(
    solver,
    way && { mixture: asked.request, way: { ...ways, ...way, mayLighten } },
    (remote, request) => remote.waysToMove(request.mixture, request.way),
  );
  if (!way) return <p className="mt-1">It is there already.</p>;
  if (answer.status !== "ready")
    return <TaskLine task={answer} asking="Working out the ways" what="The ways" />;
  const { ways: found, tooStrong, beyond } = answer.value;
  const rows = inTaste(
    found.map((one) => {
      const parts = dosesOf(one, of);
      return { way: one, parts, kind: kindOf(of.now, parts, tubeById) };
    }),
    of.now,
    move,
    settings.school,
    tubeById,
  ).slice(0, MOST_WAYS);
  return (
    <>
      {beyond ? (
        <p className="mt-1 border-l-4 border-ink pl-3">
          Not with this palette: it would take{" "}
          {andWords(doseWords(dosesOf(beyond, of), tubeById, settings, volume))} in a pile of{" "}
          {exactWords(volume, settings)}. Mix a new pile for it, or lay out another tube.
        </p>
      ) : rows.length === 0 && tooStrong.length === 0 ? (
        <p className="mt-1 border-l-4 border-ink pl-3">
          Not with this palette: no tube on the board does that.
        </p>
      ) : null}
      {tooStrong.length > 0 ? (
        <p className="text-muted">
          Too strong for so small a pile: the smallest amount of{" "}
          {tooStrong.map((place) => tubeName(tubeAt(place))).join(", ")} does more than that. Thin it first,
          or mix a larger pile.
        </p>
      ) : null}
      <ul className="mt-1">
        {rows.map(({ way: one, parts, kind }) => (
          <WayRow
            key={parts.map(({ tubeId }) => tubeId).join()}
            way={one}
            parts={parts}
            kind={kind}
            volume={volume}
          />
        ))}
      </ul>
    </>
  );
}

function dosesOf(way: Corrector, { tubeAt }: AskedPile) {
  return way.parts.map(({ tube, volume }) => ({ tubeId: tubeAt(tube).id, parts: volume }));
}

function ToGrey({ of }: { of: AskedPile }) {
  const { asked, ways, now, volume } = of;
  const { tubeById } = usePaint();
  const answer = useQuery(solver, { mixture: asked.request, ways }, (remote, request) =>
    remote.waysToNeutral(request.mixture, request.ways),
  );
  if (answer.status !== "ready")
    return <TaskLine task={answer} asking="Working out the ways" what="The ways" />;
  if (answer.value.length === 0)
    return (
      <p className="mt-1 border-l-4 border-ink pl-3">
        Not with this palette: no tube and no two tubes on the board take its colour away.
      </p>
    );
  return (
    <ul className="mt-1">
      {answer.value.slice(0, MOST_WAYS).map((way) => {
        const parts = dosesOf(way, of);
        return (
          <WayRow
            key={parts.map(({ tubeId }) => tubeId).join()}
            way={way}
            parts={parts}
            kind={kindOf(now, parts, tubeById)}
            volume={volume}
          />
        );
      })}
    </ul>
  );
}
