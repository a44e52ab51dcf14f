"use client";

/** One layer: how thin, how often, over how much of the place; and what its paint is like as a film. */
import { Slider } from "radix-ui";
import { useState } from "react";
import { coatsToCover } from "../../core/layers/coats";
import { USUAL_HABIT } from "../../core/layers/filmHabit";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { CARDS, seenOfGround } from "../../domain/ground/seenGround";
import { opticsOfAmounts, thicknessOf, WORD_SHARES } from "../../domain/layers/film";
import {
  LEAST_COVER,
  MOST_PASSES,
  MOST_TAKEN_UP,
  MOST_THINNER,
  type PaintLayer,
  THINNERS,
} from "../../domain/layers/layering";
import { type NumberRange, parseNumber } from "../../domain/reading/typedNumber";
import { labFromStored } from "../../domain/reading/storedColor";
import { UNSURE_FILM } from "../../domain/layers/seenStack";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { Fold } from "../../ui/Fold";
import { TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { useSlowFinger } from "../../ui/useSlowFinger";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { exactWords } from "../../words/doses";
import { mindWords } from "../../words/mind";
import { ratioWords, THINNER_WORDS, thinWords } from "../../words/layers";
import { numberFailureWords } from "../../words/typed";
import type { KnownLayers } from "./known";
import type { LayerEdits } from "./useLayerEdits";
import { WaterLadder } from "./WaterLadder";

const COVERS = [1, 0.7, 0.5, 0.35, 0.2, 0.1, LEAST_COVER] as const;
const TAKEN_UP = [0, 0.1, 0.2, 0.35, 0.5, MOST_TAKEN_UP] as const;
/** The rail runs by equal ratios of film, from paint as it is to a stain. */
const RAIL_STEPS = 100;
/** Of what thins, to one of paint. */
const RATIO: NumberRange = { least: 0, most: MOST_THINNER / (1 - MOST_THINNER), units: ["parts", "drops"] };
const share = (step: number): number => 1 - (1 - MOST_THINNER) ** (step / RAIL_STEPS);
const step = (thinnerShare: number): number =>
  Math.round((RAIL_STEPS * Math.log(1 - thinnerShare)) / Math.log(1 - MOST_THINNER));

export function LayerPanel({
  known,
  layer,
  edits,
  onThin,
}: {
  known: KnownLayers;
  layer: PaintLayer;
  edits: LayerEdits;
  /** While the rail is dragged, before it is kept. */
  onThin: (thinnerShare: number) => void;
}) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const finger = useSlowFinger();
  const { films, seen } = known;
  const habit = films.habitOf(layer.amounts);
  const optics = opticsOfAmounts(layer.amounts, tubeById);
  const [black, white] = [CARDS.dark, CARDS.light].map((card) => seenOfGround(card, films.context));
  const coats =
    optics && black && white
      ? coatsToCover(
          optics,
          thicknessOf(layer.thinnerShare, habit),
          [black, white],
          VIEWING.D65,
          PAINT_SURFACE,
        )
      : undefined;
  const tubes = layer.amounts.flatMap(({ tubeId }) => tubeById.get(tubeId) ?? []);
  const staining = tubes.filter(({ staining: stains }) => (stains ?? 0) >= 2).map(({ label }) => label);
  const change = (next: Partial<Omit<PaintLayer, "id">>): void => {
    edits.change(layer.id, next);
  };
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-lg font-bold">{layer.name}</h2>
      {layer.amounts.length > 1 ? (
        <p className="text-sm">
          {layer.amounts
            .map(
              ({ tubeId, parts }) =>
                `${exactWords(parts, settings)} ${tubeById.get(tubeId)?.label ?? "a tube that is gone"}`,
            )
            .join(", ")}
        </p>
      ) : null}
      <div>
        <InSight known={known} />
        <div className="flex justify-between text-muted">
          <span>paint as it is</span>
          <span>a stain</span>
        </div>
        <Slider.Root
          className="relative flex h-11 touch-pan-y items-center select-none"
          min={0}
          max={RAIL_STEPS}
          step={1}
          value={[step(layer.thinnerShare)]}
          {...finger.handlers}
          onValueChange={([next]) => {
            if (next !== undefined)
              finger.change(() => {
                onThin(share(next));
              });
          }}
          onValueCommit={([next]) => {
            if (next !== undefined) change({ thinnerShare: share(next) });
          }}
        >
          <Slider.Track className="relative h-full grow">
            <span className="absolute inset-x-0 top-8 h-0.5 bg-edge" />
          </Slider.Track>
          <Slider.Thumb
            aria-label="How thin"
            aria-valuetext={`${thinWords(layer.thinnerShare)}, ${ratioWords(layer, settings)}`}
            className="flex size-11 items-center justify-center outline-offset-0"
          >
            <svg aria-hidden="true" viewBox="0 0 24 24" className="size-6">
              <path d="M12 2 22 22H2Z" fill="var(--ink)" stroke="var(--surface)" strokeWidth="1.5" />
            </svg>
          </Slider.Thumb>
        </Slider.Root>
        <p>
          <span className="font-semibold">{thinWords(layer.thinnerShare)}</span>,{" "}
          {ratioWords(layer, settings)} (
          {(100 * layer.thinnerShare).toFixed(layer.thinnerShare > 0.9 ? 1 : 0)} %)
        </p>
        <div className="mt-1 flex flex-wrap gap-2">
          {(["thin", "middle", "full"] as const).map((word) => (
            <Button
              key={word}
              weight="quiet"
              aria-pressed={thinWords(layer.thinnerShare) === word}
              onClick={() => {
                change({ thinnerShare: WORD_SHARES[word] });
              }}
            >
              {word}
            </Button>
          ))}
        </div>
        <RatioField
          key={layer.thinnerShare}
          layer={layer}
          onShare={(thinnerShare) => {
            change({ thinnerShare });
          }}
        />
        <p className="text-sm text-muted">
          {habit.filmCount > 0
            ? `Your own films: ${Math.round((100 * thicknessOf(layer.thinnerShare, habit)) / thicknessOf(layer.thinnerShare, USUAL_HABIT))} % of the usual thickness, from ${habit.filmCount === 1 ? "1 scrap" : `${habit.filmCount} scraps`}.`
            : "The usual thickness. Try it on a scrap to teach your own."}
        </p>
      </div>
      <div className="flex flex-wrap gap-3">
        <SelectField
          label="thinned with"
          value={layer.thinner}
          onChoose={(picked) => {
            const thinner = THINNERS.find((one) => one === picked);
            if (thinner) change({ thinner });
          }}
        >
          {THINNERS.map((thinner) => (
            <option key={thinner} value={thinner}>
              {THINNER_WORDS[thinner]}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="passes"
          value={layer.passes}
          onChoose={(picked) => {
            change({ passes: Number(picked) });
          }}
        >
          {Array.from({ length: MOST_PASSES }, (_, i) => (
            <option key={i} value={i + 1}>
              {i + 1}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="brush"
          value={layer.coverShare}
          onChoose={(picked) => {
            change({ coverShare: Number(picked) });
          }}
        >
          {withOwn(COVERS, layer.coverShare).map((cover) => (
            <option key={cover} value={cover}>
              {cover === 1 ? "covers all" : `dry, touches ${Math.round(100 * cover)} %`}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="below it"
          value={layer.takenUpShare}
          onChoose={(picked) => {
            change({ takenUpShare: Number(picked) });
          }}
        >
          {withOwn(TAKEN_UP, layer.takenUpShare).map((taken) => (
            <option key={taken} value={taken}>
              {taken === 0 ? "dry" : `wet, takes up ${Math.round(100 * taken)} %`}
            </option>
          ))}
        </SelectField>
      </div>
      <ul className="list-disc pl-5">
        <li>
          {coats === undefined
            ? "So thin, it never covers a black and white card."
            : coats === 1
              ? "One coat covers a black and white card."
              : `${coats} coats cover a black and white card.`}
        </li>
        {mindWords(tubes).map((words) => (
          <li key={words}>{words}</li>
        ))}
        {staining.length > 0 ? <li>{staining.join(", ")} stains: it does not lift off again.</li> : null}
        {seen && seen.filmDoubt > UNSURE_FILM ? (
          <li>
            A third more or less film moves the result by ΔE {seen.filmDoubt.toFixed(1)}. Opaque paint, mixed
            to the colour, is surer.
          </li>
        ) : null}
      </ul>
      <Fold label="From least to most thinned, and in passes">
        <WaterLadder known={known} layer={layer} />
      </Fold>
      <Button
        className="self-start"
        onClick={() => {
          edits.remove(layer);
        }}
      >
        Take this layer off
      </Button>
    </div>
  );
}

/** Exactly so much of what thins to one of paint: by parts, or by drops. */
function RatioField({ layer, onShare }: { layer: PaintLayer; onShare: (share: number) => void }) {
  const { thinner, thinnerShare } = layer;
  const settings = useSettings();
  const [text, setText] = useState(String(Number((thinnerShare / (1 - thinnerShare)).toPrecision(3))));
  const parsed = parseNumber(text, RATIO);
  const unit = settings.amountUnit === "drops" ? "drops" : "parts";
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok) onShare(parsed.value / (1 + parsed.value));
      }}
    >
      <TextField
        label={`${unit} of ${THINNER_WORDS[thinner]} to 1 of paint`}
        inputMode="decimal"
        value={text}
        error={parsed.ok ? undefined : numberFailureWords(parsed.failure, RATIO, "the ratio")}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit">Thin it so</Button>
    </form>
  );
}

/** On a phone the stack has scrolled away: what the rail changes stays in sight above it. */
function InSight({ known: { layering, seen } }: { known: KnownLayers }) {
  const settings = useSettings();
  const note = useStudio((studio) => studio.notes.find(({ id }) => id === layering.noteId));
  const result = seen?.after.at(-1);
  const [ground] = seen?.after ?? [];
  if (!ground || !result) return null;
  return (
    <div className="mb-2 wide:hidden">
      <div className="flex h-16">
        <Patch
          lab={ground}
          className="w-1/4"
          label={`the ground: ${describeLab(ground, settings).sentence}`}
        />
        <Patch
          lab={result}
          className="flex-1"
          label={`with all layers: ${describeLab(result, settings).sentence}`}
        />
        {note ? (
          <Patch
            lab={labFromStored(note.target)}
            className="flex-1"
            label={`wanted: ${describeLab(labFromStored(note.target), settings).sentence}`}
          />
        ) : null}
      </div>
      <p className="text-sm text-muted">
        the ground, with all layers{note ? `, wanted: ${note.number} ${note.name}` : ""}
      </p>
    </div>
  );
}

/** What was set elsewhere is among the choices, too. */
function withOwn(choices: readonly number[], own: number): readonly number[] {
  return choices.includes(own) ? choices : [...choices, own].sort((one, other) => other - one);
}
