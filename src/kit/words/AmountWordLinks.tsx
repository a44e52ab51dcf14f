"use client";

import { Fragment } from "react";
import { WordLink } from "./WordLink";

/** Words for small amounts that a knife understands, and a stranger may not. */
const SMALL = ["touch", "speck"] as const;

/** What the small amounts in a list are called, each with its meaning a touch away. @param amounts - as they are written. */
export function AmountWordLinks({ amounts }: { amounts: readonly string[] }) {
  const used = SMALL.filter((word) => amounts.some((amount) => amount.includes(word)));
  if (used.length === 0) return null;
  return (
    <p className="text-sm text-muted">
      How much is a{" "}
      {used.map((word, i) => (
        <Fragment key={word}>
          {i > 0 ? ", a " : ""}
          <WordLink word={word} />
        </Fragment>
      ))}
      ?
    </p>
  );
}
