"use client";

/** The one way to take a reading: by eye, in words, typed, from a photo, with the colorimeter, from a file. */
import { type ReactNode, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { EYE_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { Button } from "../../ui/Button";
import { EyePatch } from "./EyePatch";
import type { PhotoReference } from "./ReadFromPhoto";
import type { UnderTheInstrument } from "./specimen";
import type { TakenColour } from "./taken";
import { later } from "../../ui/later";

// Most looks are taken on the rails: every other way is fetched when it is chosen.
const SayColour = later(async () => (await import("./SayColour")).SayColour);
const TypeColour = later(async () => (await import("./TypeColour")).TypeColour);
const ReadFromPhoto = later(async () => (await import("./ReadFromPhoto")).ReadFromPhoto);
const ReadFromFile = later(async () => (await import("./ReadFromFile")).ReadFromFile);
const ReadByColorimeter = later(async () => (await import("./ReadByColorimeter")).ReadByColorimeter);

export type ReadWay = "words" | "eye" | "photo" | "typed" | "colorimeter" | "file";

const LABELS: Readonly<Record<ReadWay, string>> = {
  words: "say it",
  eye: "by eye",
  photo: "photograph it",
  typed: "type it",
  colorimeter: "measure it",
  file: "from a file",
};

export type ReadColourProps = {
  readonly ways: readonly ReadWay[];
  /** What is read, as in "the pile". */
  readonly thing: string;
  /** Changes with what lies there: what was entered for another one is put away, an instrument stays connected. */
  readonly of?: string;
  /** What it is compared with when it is said. */
  readonly beside?: LabD65;
  /** What is thought of the thing: what is not said of it stays so. */
  readonly predicted?: LabD65 | undefined;
  /** What it is believed to be: where reading by eye starts. */
  readonly expected?: LabD65;
  /** What of known colour a photo has in it; a white or grey card without. */
  readonly reference?: PhotoReference;
  /** What lies under the simulated instrument; undefined when that is not known. */
  readonly specimen?: UnderTheInstrument | undefined;
  /** Open from the start, and never without one. */
  readonly startWith?: ReadWay;
  /** Hears which way is open, undefined when none is any more. */
  readonly onWay?: (way: ReadWay | undefined) => void;
  /** Tells each colour while it is found; whoever hears it has a button of its own to record it. */
  readonly isLive?: boolean;
  /** Undefined while what is entered is no colour, which only a live reading tells. */
  readonly onTake: (taken: TakenColour | undefined) => void;
  /** Stands before the instrument: what is put under it. */
  readonly underIt?: ReactNode;
};

export function ReadColour(props: ReadColourProps) {
  const { ways, startWith, isLive = false, onTake } = props;
  const [way, setWay] = useState<ReadWay | undefined>(startWith);
  const open = (next: ReadWay | undefined): void => {
    setWay(next);
    props.onWay?.(next);
  };
  const take = (taken: TakenColour | undefined): void => {
    onTake(taken);
    // An instrument stays connected and a file stays open: there may be more to read.
    if (!isLive && way !== "colorimeter" && way !== "file") open(startWith && way);
  };
  return (
    <div className="flex flex-col gap-2">
      <div role="group" aria-label={`How to read ${props.thing}`} className="flex flex-wrap gap-x-3">
        {ways.map((one) => (
          <Button
            key={one}
            weight="quiet"
            aria-expanded={way === one}
            onClick={() => {
              open(way === one && !startWith ? undefined : one);
              if (isLive) onTake(undefined);
            }}
          >
            {LABELS[one]}
          </Button>
        ))}
      </div>
      {way ? (
        <div role="group" aria-label={`${LABELS[way]}: ${props.thing}`}>
          <OneWay
            key={way === "colorimeter" || way === "file" ? way : `${way} ${props.of ?? ""}`}
            {...props}
            way={way}
            isLive={isLive}
            onTake={take}
          />
        </div>
      ) : null}
    </div>
  );
}

function OneWay(props: ReadColourProps & { readonly way: ReadWay; readonly isLive: boolean }) {
  const { way, thing, beside, predicted, expected, reference = "card", isLive, onTake } = props;
  switch (way) {
    case "words":
      return beside ? (
        <SayColour beside={beside} predicted={predicted} thing={thing} onTake={onTake} />
      ) : null;
    case "eye":
      return <ByEye expected={expected} isLive={isLive} onTake={onTake} />;
    case "typed":
      return <TypeColour thing={thing} isLive={isLive} onTake={onTake} />;
    case "photo":
      return (
        <ReadFromPhoto
          reference={reference}
          thing={thing}
          onTake={(lab, uncertaintyDeltaE2000) => {
            onTake({ lab, source: "picture", uncertaintyDeltaE2000 });
          }}
        />
      );
    case "colorimeter":
      return <Measured {...props} />;
    case "file":
      return (
        <ReadFromFile
          onTake={(lab, uncertaintyDeltaE2000, spectrum, whiteParts) => {
            onTake({ lab, source: "file", uncertaintyDeltaE2000, ...(spectrum && { spectrum }), whiteParts });
          }}
        />
      );
  }
}

function ByEye({
  expected,
  isLive,
  onTake,
}: Pick<ReadColourProps, "expected" | "onTake"> & { readonly isLive: boolean }) {
  const [seen, setSeen] = useState(expected);
  const tell = (lab: LabD65): void => {
    onTake({ lab, source: "by-eye", uncertaintyDeltaE2000: EYE_UNCERTAINTY });
  };
  return (
    <div>
      <EyePatch
        expected={expected}
        onChange={(lab) => {
          setSeen(lab);
          if (isLive) tell(lab);
        }}
      />
      {isLive || !seen ? null : (
        <Button
          weight="main"
          className="mt-3"
          onClick={() => {
            tell(seen);
          }}
        >
          It looks the same
        </Button>
      )}
    </div>
  );
}

function Measured({ specimen, thing, onTake, underIt }: ReadColourProps) {
  return (
    <div className="flex flex-col gap-2">
      {underIt}
      {specimen ? (
        <ReadByColorimeter
          {...specimen}
          thing={thing}
          onTake={(lab, uncertaintyDeltaE2000, spectrum) => {
            onTake({ lab, source: "measured", uncertaintyDeltaE2000, ...(spectrum && { spectrum }) });
          }}
        />
      ) : (
        <p>The paint of a tube in {thing} is not known, so it cannot be simulated.</p>
      )}
    </div>
  );
}
