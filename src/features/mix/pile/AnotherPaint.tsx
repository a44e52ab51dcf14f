"use client";

/** Paint that no recipe asked for: which tube, how much, and how often it was added already. */
import { useState } from "react";
import { amountsByHand } from "../../../domain/hand/handAmounts";
import { labOfAdditions } from "../../../domain/mixture/color";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import type { Tube } from "../../../domain/tube/tube";
import { WATER } from "../../../domain/tube/water";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { SelectField } from "../../../ui/SelectField";
import { Patch } from "../../../ui/Patch";
import { Status } from "../../../ui/Status";
import { describeLab } from "../../../words/colors";
import { exactWords, handWords, tubeName } from "../../../words/doses";
import { OlderPiles } from "./OlderPiles";
import { useDeeds, usePaint, useStory } from "../bench/contexts";

export function AnotherPaint() {
  const { pile } = useStory();
  const { tubeById, wetOf, ingredients } = usePaint();
  const { medium } = usePaletteMedium();
  const { lay } = useDeeds();
  const board = useStudio((studio) => studio.board);
  const box = useStudio((studio) => studio.box);
  const settings = useSettings();
  const onBoard: readonly Tube[] = [
    ...board,
    ...ingredients.map(({ tube }) => tube),
    ...(medium === "oil" ? [] : [WATER]),
  ];
  const tubes = [...onBoard, ...box.filter((tube) => !board.includes(tube))];
  const [tubeId, setTubeId] = useState(tubes[0]?.id ?? "");
  const [size, setSize] = useState(1);
  const wholeParts = volumeOf(pile ? contentsOf(pile) : []);
  const sizes = amountsByHand(settings, tubeById.get(tubeId), wholeParts);
  const parts = sizes[size] ?? 0;
  const dry = labOfAdditions([...(pile ? contentsOf(pile) : []), { tubeId, parts }], tubeById);
  const after = dry && wetOf(dry);
  const laid = pile?.additions.filter((addition) => addition.tubeId === tubeId) ?? [];
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        lay([{ tubeId, parts }], false, false);
      }}
    >
      <SelectField
        label="Amount"
        value={String(size)}
        onChoose={(picked) => {
          setSize(Number(picked));
        }}
      >
        {sizes.map((value, i) => (
          <option key={value} value={String(i)}>
            {handWords(value, settings, { tube: tubeById.get(tubeId), wholeParts })}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Tube"
        className="min-w-0 flex-1"
        value={tubeId}
        onChoose={(picked) => {
          setTubeId(picked);
        }}
      >
        {tubes.map((tube) => (
          <option key={tube.id} value={tube.id}>
            {tube.label}
            {onBoard.includes(tube) ? "" : " (in the box)"}
          </option>
        ))}
      </SelectField>
      {after ? (
        <Patch
          lab={after}
          label={`Predicted with it: ${describeLab(after, settings).sentence}`}
          className="h-11 w-16"
        />
      ) : null}
      <Button type="submit">Add it</Button>
      <OlderPiles />
      <Status className="basis-full text-muted">
        {laid.length > 0
          ? `${tubeName(tubeById.get(tubeId))} in this pile: ${laid.length} ${laid.length === 1 ? "dose" : "doses"}, ${exactWords(volumeOf(laid), settings)}.`
          : ""}
      </Status>
    </form>
  );
}
