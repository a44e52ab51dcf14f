"use client";

/** Other ways to see the pair while a key or a button is held: grey, squint, equal value, dab, neighbours; and swapped. */
import { useState } from "react";
import { HoldButton } from "../../../ui/HoldButton";
import { KeyCap } from "../../../ui/KeyCap";
import { useKey } from "../../../ui/useKey";

export type WaysOfSeeing = ReturnType<typeof useWaysOfSeeing>;

/** @param hasKeys - whether single letters act; a painter may switch them off. */
export function useWaysOfSeeing(hasKeys: boolean) {
  const [isGrey, setGrey] = useHeld("g", hasKeys);
  const [isBlurred, setBlurred] = useHeld("b", hasKeys);
  const [isEqual, setEqual] = useHeld("e", hasKeys);
  const [isAmong, setAmong] = useHeld("n", hasKeys);
  const [isDab, setDab] = useHeld("d", hasKeys);
  const [isSwapped, setSwapped] = useState(false);
  const swap = (): void => {
    setSwapped((was) => !was);
  };
  useKey("x", hasKeys, swap);
  return {
    isGrey,
    setGrey,
    isBlurred,
    setBlurred,
    isEqual,
    setEqual,
    isAmong,
    setAmong,
    isDab,
    setDab,
    isSwapped,
    swap,
  };
}

function useHeld(key: string, hasKeys: boolean): readonly [boolean, (isHeld: boolean) => void] {
  const [isHeld, setHeld] = useState(false);
  useKey(
    key,
    hasKeys,
    () => {
      setHeld(true);
    },
    () => {
      setHeld(false);
    },
  );
  return [isHeld, setHeld];
}

export function SeeingButtons({
  seeing,
  hasPile,
  hasNeighbours,
}: {
  seeing: WaysOfSeeing;
  hasPile: boolean;
  hasNeighbours: boolean;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-1 max-wide:gap-x-0 max-wide:text-sm print:hidden">
      <span className="text-muted">hold</span>
      <HoldButton isOn={seeing.isGrey} onChange={seeing.setGrey} shortcut="G">
        grey
      </HoldButton>
      <HoldButton isOn={seeing.isBlurred} onChange={seeing.setBlurred} shortcut="B">
        squint
      </HoldButton>
      {hasPile ? (
        <HoldButton isOn={seeing.isEqual} onChange={seeing.setEqual} shortcut="E">
          hue
        </HoldButton>
      ) : null}
      {hasPile ? (
        <HoldButton isOn={seeing.isDab} onChange={seeing.setDab} shortcut="D">
          dab
        </HoldButton>
      ) : null}
      {hasNeighbours ? (
        <HoldButton isOn={seeing.isAmong} onChange={seeing.setAmong} shortcut="N">
          neighbours
        </HoldButton>
      ) : null}
      <button
        type="button"
        className="inline-flex min-h-11 min-w-11 items-center gap-2 px-1"
        onClick={seeing.swap}
        aria-pressed={seeing.isSwapped}
      >
        <KeyCap>X</KeyCap>
        swap
      </button>
    </div>
  );
}
