"use client";

/** Which older piles count as paint here, and why some do not. */
import Link from "next/link";
import type { Hindrance } from "../../../domain/pile/ingredients";
import { useIngredients } from "../../../kit/paint/useIngredients";
import { useSettings } from "../../../kit/studio/useStudio";
import { useChangeSettings } from "../../../kit/studio/useChangeSettings";
import { CheckField } from "../../../ui/fields";

const WHY: Readonly<Record<Hindrance, string>> = {
  "dried-out": "dried out by the clock",
  streaky: "left streaky",
  "other-medium": "of another medium",
  "unknown-paint": "of a tube that is not known any more",
  "none-left": "used up",
  "other-painting": "of another painting",
};
const NOTHING = {};

export function OlderPiles() {
  const { takesAllPiles = false } = useSettings();
  const change = useChangeSettings();
  const { hindered } = useIngredients(NOTHING);
  return (
    <div className="basis-full">
      <CheckField
        label="piles of other paintings too"
        isChecked={takesAllPiles}
        onChange={(takesAll) => {
          change({ takesAllPiles: takesAll });
        }}
      />
      {hindered.length > 0 ? (
        <p className="text-sm text-muted">
          Not offered:{" "}
          {hindered.map(({ pile, hindrance }, i) => (
            <span key={pile.id}>
              {i > 0 ? "; " : ""}
              {pile.noteId === undefined ? (
                <Link href={`/mix?pile=${pile.id}`} className="underline underline-offset-4">
                  {pile.name ?? "a pile without a name"}
                </Link>
              ) : (
                "the rest of a note"
              )}
              , {WHY[hindrance]}
            </span>
          ))}
          .
        </p>
      ) : null}
    </div>
  );
}
