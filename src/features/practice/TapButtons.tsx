"use client";

/** Things to tap, each with the key that does the same. */
import type { LabD65 } from "../../core/color/types";
import { useSettings } from "../../kit/studio/useStudio";
import { NEXT } from "../../ui/keepFocus";
import { KeyCap } from "../../ui/KeyCap";
import { Patch } from "../../ui/Patch";
import { WholeWords } from "../../ui/Together";
import { useKey } from "../../ui/useKey";

const KEYS = ["1", "2", "3", "4", "5"] as const;

export function TapButtons({
  names,
  labs,
  tubes,
  gone = [],
  onTap,
}: {
  names: readonly string[];
  /** Tubes that a choice is of, as they come out. */
  tubes?: readonly (readonly LabD65[])[];
  /** Colours that are tapped themselves. */
  labs?: readonly LabD65[];
  /** Places that were tapped already. */
  gone?: readonly number[];
  onTap: (place: number) => void;
}) {
  const { singleKeys } = useSettings();
  const isTall = labs !== undefined;
  // Where the first is taken the keyboard goes on to the first that is left, not out of the question.
  const first = names.findIndex((_, place) => !gone.includes(place));
  return (
    <ul
      aria-label="Answers"
      className={
        isTall
          ? "grid min-h-64 flex-1 grid-cols-[repeat(auto-fit,minmax(8rem,1fr))]"
          : "grid grid-cols-2 gap-3 wide:grid-cols-4"
      }
    >
      {names.map((name, place) => (
        <li key={name} className="flex">
          <Tap
            place={place}
            name={name}
            lab={labs?.[place]}
            tubes={tubes?.[place] ?? []}
            isGone={gone.includes(place)}
            isNext={place === first}
            hasKey={singleKeys}
            onTap={onTap}
          />
        </li>
      ))}
    </ul>
  );
}

function Tap({
  place,
  name,
  lab,
  tubes,
  isGone,
  isNext,
  hasKey,
  onTap,
}: {
  place: number;
  name: string;
  lab: LabD65 | undefined;
  tubes: readonly LabD65[];
  isGone: boolean;
  isNext: boolean;
  hasKey: boolean;
  onTap: (place: number) => void;
}) {
  const key = KEYS[place] ?? "1";
  const tap = (): void => {
    if (!isGone) onTap(place);
  };
  useKey(key, hasKey, tap);
  if (lab)
    return (
      <button
        type="button"
        className="group flex min-h-40 w-full flex-col text-left disabled:opacity-30"
        disabled={isGone}
        {...(isNext && NEXT)}
        onClick={tap}
      >
        <Patch lab={lab} className="w-full flex-1" />
        <span className="flex min-h-11 items-center gap-2 px-1 group-hover:underline">
          <KeyCap>{key}</KeyCap>
          {isGone ? "taken" : name}
        </span>
      </button>
    );
  return (
    <button
      type="button"
      className="flex min-h-16 w-full flex-col border-2 border-ink text-center text-lg font-semibold hover:bg-ink hover:text-surface"
      {...(isNext && NEXT)}
      onClick={tap}
    >
      {tubes.length > 0 ? (
        <span className="flex h-28 w-full wide:h-56">
          {tubes.map((tube, i) => (
            <Patch key={i} lab={tube} className="flex-1" />
          ))}
        </span>
      ) : null}
      <span className="flex flex-1 items-center justify-center gap-3 px-3 py-2">
        <KeyCap>{key}</KeyCap>
        <span>
          <WholeWords text={name} />
        </span>
      </span>
    </button>
  );
}
