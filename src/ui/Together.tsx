import { Fragment, type ReactNode } from "react";

/** A figure and its unit, which are not parted at the end of a line. */
export function Together({ children }: { children: ReactNode }) {
  return <span className="whitespace-nowrap">{children}</span>;
}

/** Words of which those with a hyphen, as red-violet, are not parted at it. */
export function WholeWords({ text }: { text: string }) {
  return text.split(" ").map((word, place) => (
    <Fragment key={`${word}-${place}`}>
      {place > 0 && " "}
      {word.includes("-") ? <Together>{word}</Together> : word}
    </Fragment>
  ));
}
