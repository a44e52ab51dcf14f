"use client";

import { clsx } from "clsx";
import { Check, Pencil } from "lucide-react";
import { useState } from "react";
import type { LabD65 } from "../../../core/color/types";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { Button } from "../../../ui/Button";
import { TextField } from "../../../ui/fields";
import { Menu, MenuGroup, MenuItem } from "../../../ui/Menu";
import { Patch } from "../../../ui/Patch";
import { leftoverId } from "../../../domain/pile/puddle";
import { labOfAdditions } from "../../../domain/mixture/color";
import { useSettings } from "../../../kit/studio/useStudio";
import { AmountWordLinks } from "../../../kit/words/AmountWordLinks";
import { describeLab } from "../../../words/colors";
import { exactBeside, exactWords, handWords, tubeName } from "../../../words/doses";
import type { PilePlan, PileStep } from "../../../domain/pile/plan";
import { type Paint, type Story, useDeeds, useOffers, usePaint, useStory } from "../bench/contexts";
import { useScreenOn } from "../bench/useScreenOn";
import { UndoButtons } from "./UndoButtons";
import { WeighStep } from "./WeighStep";
import { Status } from "../../../ui/Status";
import { parseAmount } from "../../../domain/hand/typedAmount";
import type { Tube } from "../../../domain/tube/tube";
import { AMOUNT } from "../../../domain/pile/amountRange";
import { isWash } from "../../../domain/pile/wash";
import { numberFailureWords } from "../../../words/typed";
import { later } from "../../../ui/later";

const AnotherPaint = later(async () => (await import("./AnotherPaint")).AnotherPaint);

/** What lies in the pile and what comes next, with the predicted colour after each addition. */
export function PileSteps() {
  const { plan, pile, isSample } = useStory();
  const { steps, growth } = plan;
  const { tubeById, wetOf } = usePaint();
  const { lay, weigh, tryOut, actions } = useDeeds();
  const { search } = useOffers();
  const settings = useSettings();
  const [isAdding, setAdding] = useState(false);
  const [isWeighing, setWeighing] = useState(false);
  useScreenOn(pile !== undefined);
  if (steps.length === 0 && !pile) return null;
  const open = steps.filter((step) => !step.isDone);
  const [following] = open;
  const total = pile ? volumeOf(contentsOf(pile)) : volumeOf(steps);
  return (
    <section aria-labelledby="pile" className={clsx("mt-4", pile ? "" : "wide:mt-0")}>
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="pile" className="font-bold">
          {isSample ? "What is in the sample" : pile ? "What is in the pile" : "Lay it down in this order"}
        </h2>
        <PileTotal parts={total} />
      </div>
      {growth > WORTH_SAYING ? (
        <Status className="border-l-4 border-ink pl-3">
          More went in than planned. The colour still comes out of a pile {Math.round(100 * (growth - 1))}
          {"\u00a0%"} larger: the rest below has grown with it.
          {growth > TOO_LARGE ? " That is a lot of paint; beginning again takes less." : ""}
        </Status>
      ) : null}
      <ol className="mt-1 border-t">
        {steps.map((step, i) => (
          <StepRow
            // A row keeps what is typed in it when another is ticked and goes before it.
            key={`${step.tubeId} ${nthOfItsTube(steps, i)}`}
            step={step}
            whole={total}
            after={afterStep({ pile, steps, tubeById, wetOf }, i)}
            onLay={(parts) => {
              lay([{ tubeId: step.tubeId, parts }], true);
            }}
          />
        ))}
      </ol>
      <div className="mt-3 flex flex-wrap items-center gap-3 wide:mt-2">
        {open.length > 0 ? (
          <Button
            data-guide={pile ? undefined : "lay"}
            weight={pile ? "plain" : "main"}
            // While recipes are worked out again, the one that is shown may be the one before.
            isWaiting={!pile && search.status === "asking"}
            onClick={() => {
              lay(open, true);
            }}
          >
            {pile ? "The rest is added" : "All added"}
          </Button>
        ) : null}
        <Button
          aria-expanded={isAdding}
          onClick={() => {
            setAdding(!isAdding);
          }}
        >
          Add another paint
        </Button>
        {following ? (
          <Button
            weight="quiet"
            aria-expanded={isWeighing}
            onClick={() => {
              setWeighing(!isWeighing);
            }}
          >
            weigh it
          </Button>
        ) : null}
        {pile ? <UndoButtons /> : null}
        {pile && !isSample ? (
          <Menu label="more for this pile">
            <MenuItem
              onSelect={() => {
                tryOut(SAMPLE_SHARE, []);
              }}
            >
              Try something on the side
            </MenuItem>
            <MenuItem onSelect={actions.setAside}>Set it aside, start again</MenuItem>
            <MenuGroup label={isWash(pile) ? "I poured off all but" : "I scraped it back to"}>
              {SCRAPED_TO.map(({ share, words }) => (
                <MenuItem
                  key={words}
                  onSelect={() => {
                    actions.scrape(share);
                  }}
                >
                  {words}
                </MenuItem>
              ))}
            </MenuGroup>
          </Menu>
        ) : null}
      </div>
      <AmountWordLinks
        amounts={steps.map(({ tubeId, parts }) =>
          handWords(parts, settings, { tube: tubeById.get(tubeId), wholeParts: total }),
        )}
      />
      {isWeighing && following ? (
        <WeighStep
          step={following}
          onLay={(parts) => {
            weigh({ tubeId: following.tubeId, parts });
          }}
        />
      ) : null}
      {isAdding ? <AnotherPaint /> : null}
    </section>
  );
}

function PileTotal({ parts }: { parts: number }) {
  const settings = useSettings();
  return <span className="text-muted">{exactWords(parts, settings)}</span>;
}

function nthOfItsTube(steps: readonly PileStep[], place: number): number {
  return steps.slice(0, place).filter((other) => other.tubeId === steps[place]?.tubeId).length;
}

/** Of what lay there before the go, then of each dose of the go one after the other. */
function afterStep(
  {
    pile,
    steps,
    tubeById,
    wetOf,
  }: Pick<Story, "pile"> & Pick<PilePlan, "steps"> & Pick<Paint, "tubeById" | "wetOf">,
  place: number,
): LabD65 | undefined {
  const at = steps[place]?.turn;
  const isOpen = at === undefined;
  const before = pile ? contentsOf(pile, isOpen ? undefined : at - 1) : [];
  if (pile && !isOpen && steps[place]?.tubeId.startsWith(leftoverId(""))) {
    // What came from an older pile stands for its tubes, and its water.
    const dry = labOfAdditions(contentsOf(pile, at), tubeById);
    return dry && wetOf(dry);
  }
  const sameGo = steps.slice(0, place + 1).filter((step) => (isOpen ? !step.isDone : step.turn === at));
  const dry = labOfAdditions([...before, ...sameGo], tubeById);
  return dry && wetOf(dry);
}

function StepRow({
  step,
  whole,
  after,
  onLay,
}: {
  step: PileStep;
  /** Parts of all steps together. */
  whole: number;
  /** The predicted colour once it is added. */
  after: LabD65 | undefined;
  onLay: (parts: number) => void;
}) {
  const { tubeById } = usePaint();
  const { pile } = useStory();
  const settings = useSettings();
  const [isEditing, setEditing] = useState(false);
  const tube = tubeById.get(step.tubeId);
  const isOfPile = pile?.side !== undefined && step.tubeId === leftoverId(pile.side.of);
  const label = isOfPile ? "of the pile" : tubeName(tube);
  const amount = handWords(step.parts, settings, { tube, wholeParts: whole });
  return (
    <li className="flex items-stretch border-b">
      <div className="flex min-w-0 flex-1 flex-wrap items-center">
        <button
          type="button"
          disabled={step.isDone}
          aria-label={step.isDone ? `Done: ${amount} ${label}` : `Tick: ${amount} ${label}`}
          className="flex min-h-11 min-w-0 flex-1 items-center gap-x-3 text-left narrow:flex-wrap"
          onClick={() => {
            onLay(step.parts);
          }}
        >
          <span
            aria-hidden="true"
            className={clsx(
              "flex size-6 shrink-0 items-center justify-center rounded-full border-2 border-ink",
              step.isDone && "bg-ink text-surface",
            )}
          >
            {step.isDone ? <Check className="size-4" strokeWidth={3} /> : null}
          </span>
          <span className="leading-snug">
            <span className="font-semibold">{amount}</span> {label}
          </span>
          <span className="ml-auto shrink-0 pr-3 text-sm text-muted">
            {exactBeside(step.parts, settings)}
          </span>
        </button>
        {step.isDone ? null : (
          <button
            type="button"
            className="flex size-11 items-center justify-center"
            aria-label={`Add another amount of ${label}`}
            aria-expanded={isEditing}
            onClick={() => {
              setEditing(!isEditing);
            }}
          >
            <Pencil aria-hidden="true" className="size-4" />
          </button>
        )}
        {isEditing && !step.isDone ? (
          <OtherAmount label={label} tube={tube} suggested={step.parts} onLay={onLay} />
        ) : null}
      </div>
      {after ? (
        <Patch
          lab={after}
          label={`Predicted after this: ${describeLab(after, settings).sentence}`}
          className="w-16 shrink-0"
        />
      ) : null}
    </li>
  );
}

/** Of a pile, taken aside for an idea of one's own. */
const SAMPLE_SHARE = 1 / 8;

/** What a knife leaves of a pile. */
const SCRAPED_TO = [
  { share: 3 / 4, words: "three quarters" },
  { share: 1 / 2, words: "half" },
  { share: 1 / 4, words: "a quarter" },
  { share: 1 / 10, words: "a tenth" },
] as const;

/** From here on an over-pour is said, and from there on beginning again is cheaper. */
const WORTH_SAYING = 1.02;
const TOO_LARGE = 1.8;

function OtherAmount({
  label,
  tube,
  suggested,
  onLay,
}: {
  label: string;
  tube: Tube | undefined;
  suggested: number;
  onLay: (parts: number) => void;
}) {
  const [text, setText] = useState(String(Number(suggested.toPrecision(3))));
  const settings = useSettings();
  const parts = parseAmount(text, settings, tube);
  return (
    <form
      className="flex basis-full items-end gap-3 pr-3 pb-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (parts.ok) onLay(parts.value);
      }}
    >
      <TextField
        className="flex-1"
        label={`Parts of ${label} added`}
        inputMode="decimal"
        value={text}
        error={
          parts.ok
            ? undefined
            : numberFailureWords(
                parts.failure,
                AMOUNT,
                "the amount in parts, such as 0.5, or in words, such as 2 touches,",
              )
        }
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <Button type="submit" disabled={!parts.ok}>
        I added it
      </Button>
    </form>
  );
}
