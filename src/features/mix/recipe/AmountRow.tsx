"use client";

/** One amount of a recipe: less, more, typed, held in, left out, taken out, or another tube instead. */
import { Minus, Plus } from "lucide-react";
import { useId, useState } from "react";
import { stepsByHand } from "../../../domain/hand/handAmounts";
import { parseAmount } from "../../../domain/hand/typedAmount";
import { AMOUNT } from "../../../domain/pile/amountRange";
import type { RecipeAmount } from "../../../domain/recipe/paintRecipe";
import type { Tube } from "../../../domain/tube/tube";
import { isWater } from "../../../domain/tube/water";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { SelectField } from "../../../ui/SelectField";
import { exactBeside, handWords, tubeName } from "../../../words/doses";
import { numberFailureWords } from "../../../words/typed";
import { useHand, usePaint } from "../bench/contexts";

export function AmountRow({
  amount,
  others,
  isOnly,
  onParts,
  onSwap,
  onRemove,
}: {
  amount: RecipeAmount;
  others: readonly string[];
  isOnly: boolean;
  onParts: (parts: number) => void;
  onSwap: (tubeId: string) => void;
  onRemove: () => void;
}) {
  const { required, forbidden, setWishes, changeByHand } = useHand();
  const { tubeById } = usePaint();
  const settings = useSettings();
  const { tubeId, parts } = amount;
  const name = tubeName(tubeById.get(tubeId));
  const tube = tubeById.get(tubeId);
  const wholeParts = parts / amount.share;
  const { less, more } = stepsByHand(parts, settings, tube, wholeParts);
  const isRequired = required.includes(tubeId);
  return (
    <li className="border-b py-1">
      <div className="flex flex-wrap items-center gap-1">
        <span className="min-w-0 flex-1 leading-snug">
          <span className="font-semibold">{handWords(parts, settings, { tube, wholeParts })}</span> {name}
          <span className="block text-sm text-muted">
            {[exactBeside(parts, settings), `${Math.round(100 * amount.share)} %`]
              .filter((words) => words !== undefined)
              .join(", ")}
          </span>
        </span>
        <Button
          className="px-0"
          aria-label={`Less ${name}`}
          disabled={less === undefined}
          onClick={() => {
            if (less !== undefined) onParts(less);
          }}
        >
          <Minus aria-hidden="true" className="size-5" />
        </Button>
        <PartsField name={name} tube={tube} parts={parts} onParts={onParts} />
        <Button
          className="px-0"
          aria-label={`More ${name}`}
          onClick={() => {
            onParts(more);
          }}
        >
          <Plus aria-hidden="true" className="size-5" />
        </Button>
      </div>
      <div className={isWater(amount) ? "hidden" : "flex flex-wrap items-center gap-x-4"}>
        <Button
          weight="quiet"
          aria-pressed={isRequired}
          aria-label={`Always use ${name}`}
          onClick={() => {
            setWishes({
              required: isRequired ? required.filter((id) => id !== tubeId) : [...required, tubeId],
              forbidden: [...forbidden],
            });
          }}
        >
          {isRequired ? "always in" : "always use it"}
        </Button>
        {isOnly ? null : (
          <>
            <Button
              weight="quiet"
              aria-label={`Recipes without ${name}`}
              onClick={() => {
                setWishes({
                  required: required.filter((id) => id !== tubeId),
                  forbidden: [...new Set([...forbidden, tubeId])],
                });
                changeByHand(undefined);
              }}
            >
              recipes without it
            </Button>
            <Button weight="quiet" aria-label={`Take ${name} out`} onClick={onRemove}>
              take it out
            </Button>
          </>
        )}
        {others.length > 0 ? (
          <SelectField
            label="or instead"
            name={`or instead of ${name}`}
            isBeside
            className="max-w-64"
            value=""
            onChoose={(picked) => {
              if (picked !== "") onSwap(picked);
            }}
          >
            <option value="">…</option>
            {others.map((id) => (
              <option key={id} value={id}>
                {tubeName(tubeById.get(id))}
              </option>
            ))}
          </SelectField>
        ) : null}
      </div>
    </li>
  );
}

function PartsField({
  name,
  tube,
  parts,
  onParts,
}: {
  name: string;
  tube: Tube | undefined;
  parts: number;
  onParts: (parts: number) => void;
}) {
  const [text, setText] = useState(textOf(parts));
  const [shown, setShown] = useState(parts);
  if (shown !== parts) {
    setShown(parts);
    setText(textOf(parts));
  }
  const noteId = useId();
  const settings = useSettings();
  const typed = parseAmount(text, settings, tube);
  const take = (): void => {
    if (typed.ok && text !== textOf(parts)) onParts(typed.value);
  };
  return (
    <>
      <input
        aria-label={`Parts of ${name}`}
        aria-invalid={typed.ok ? undefined : true}
        aria-describedby={typed.ok ? undefined : noteId}
        inputMode="decimal"
        className={`min-h-11 w-20 bg-field px-2 text-right ${typed.ok ? "border-2 border-edge" : "border-4 border-double border-ink"}`}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
        }}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === "Enter") take();
        }}
      />
      {typed.ok ? null : (
        <p id={noteId} role="alert" className="order-last basis-full text-right font-semibold">
          {numberFailureWords(typed.failure, AMOUNT, "an amount in parts")}
        </p>
      )}
    </>
  );
}

function textOf(parts: number): string {
  return String(Number(parts.toPrecision(3)));
}
