"use client";

/** Any amount changed by hand, with what it does at once; a tube held in, left out, or changed for another. */
import { useState } from "react";
import { Button } from "../../../ui/Button";
import { SelectField } from "../../../ui/SelectField";
import { WATER } from "../../../domain/tube/water";
import { usePaletteMedium } from "../../../kit/paint/usePalettePaint";
import { useStudio } from "../../../kit/studio/useStudio";
import { tubeName } from "../../../words/doses";
import type { PaintRecipe } from "../../../domain/recipe/paintRecipe";
import { FromOneTube } from "./FromOneTube";
import { useHand, usePaint } from "../bench/contexts";
import { later } from "../../../ui/later";

const AmountRow = later(async () => (await import("./AmountRow")).AmountRow);

const MOST_TUBES = 6;

export function RecipeEditor({ recipe }: { recipe: PaintRecipe }) {
  const { required, forbidden, changeByHand, setWishes } = useHand();
  const { tubeById, ingredients } = usePaint();
  const board = useStudio((studio) => studio.board);
  const { medium } = usePaletteMedium();
  const [isAsked, setAsked] = useState<boolean>();
  const isOpen = isAsked ?? recipe.key === "by-hand";
  const { amounts } = recipe;
  const others = [
    ...board,
    ...ingredients.map(({ tube }) => tube),
    ...(medium === "oil" ? [] : [WATER]),
  ].filter(({ id }) => amounts.every(({ tubeId }) => tubeId !== id));
  const change = (next: readonly { readonly tubeId: string; readonly parts: number }[]): void => {
    changeByHand(next);
  };
  const wishes = [
    ...required.map((id) => ({ id, words: "always in", set: "required" as const })),
    ...forbidden.map((id) => ({ id, words: "left out", set: "forbidden" as const })),
  ];
  return (
    <div className="mt-1">
      <div className="flex flex-wrap items-center gap-x-4">
        <Button
          weight="quiet"
          aria-expanded={isOpen}
          onClick={() => {
            setAsked(!isOpen);
          }}
        >
          change it by hand
        </Button>
        <FromOneTube />
        {recipe.key === "by-hand" ? (
          <Button
            weight="quiet"
            onClick={() => {
              changeByHand(undefined);
            }}
          >
            back to the recipes
          </Button>
        ) : null}
        {wishes.map(({ id, words, set }) => (
          <Button
            key={id}
            weight="quiet"
            aria-label={`No longer ${words}: ${tubeName(tubeById.get(id))}`}
            onClick={() => {
              setWishes({
                required: required.filter((one) => set !== "required" || one !== id),
                forbidden: forbidden.filter((one) => set !== "forbidden" || one !== id),
              });
            }}
          >
            {tubeName(tubeById.get(id))} {words} ×
          </Button>
        ))}
      </div>
      {isOpen ? (
        <ul className="mt-1 border-t">
          {amounts.map((amount, i) => (
            <AmountRow
              key={amount.tubeId}
              amount={amount}
              others={others.map(({ id }) => id)}
              isOnly={amounts.length === 1}
              onParts={(parts) => {
                change(amounts.map((one, j) => (j === i ? { ...one, parts } : one)));
              }}
              onSwap={(tubeId) => {
                change(amounts.map((one, j) => (j === i ? { ...one, tubeId } : one)));
              }}
              onRemove={() => {
                change(amounts.filter((_, j) => j !== i));
              }}
            />
          ))}
          {others.length > 0 && amounts.length < MOST_TUBES ? (
            <li className="flex min-h-14 items-center gap-3 border-b py-1">
              <SelectField
                label="Put in another tube"
                value=""
                onChoose={(picked) => {
                  if (picked !== "") change([...amounts, { tubeId: picked, parts: FIRST_DOSE }]);
                }}
              >
                <option value="">none</option>
                {others.map((tube) => (
                  <option key={tube.id} value={tube.id}>
                    {tube.label}
                  </option>
                ))}
              </SelectField>
            </li>
          ) : null}
        </ul>
      ) : null}
    </div>
  );
}

/** A quarter of a part: enough to see what it does. */
const FIRST_DOSE = 0.25;
