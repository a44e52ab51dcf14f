"use client";

/** A scheme of hues mixed from this palette at one value, what leaves it, and its darker and lighter keys. */
import { useState } from "react";
import { lchFromLab } from "../../core/color/cieLab";
import { HUE_PLACES, hueWords } from "../../core/describe/huePlaces";
import { valueText } from "../../core/describe/valueScale";
import { type KeyMember, type SchemeName, SCHEMES, schemeHues } from "../../core/palette/scheme";
import type { SchemeAnswer } from "../../workers/paletteApi";
import { attempt } from "../../kit/studio/problems";
import { useTakeColours } from "../../kit/strings/useTakeColours";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { CheckField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { isBlackTube } from "../../domain/tube/kinds";
import { modelsOfTube } from "../../domain/tube/optics";
import { useSettings } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import type { KnownTubes } from "../../domain/tube/knownTubes";
import type { PanelProps } from "./panel";
import { partsText, shareText, turnWords } from "../../words/palettes";
import { palettes } from "../../workers/clients";
import { useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";

type Kind = SchemeName | "free";
const KINDS: readonly { readonly value: Kind; readonly label: string }[] = [
  ...(Object.keys(SCHEMES) as SchemeName[]).map((name) => ({ value: name, label: name })),
  { value: "free", label: "free" },
];
const LIGHTNESSES = [30, 40, 50, 60, 70, 80] as const;
/** The darker and the lighter key lie so far from the scheme's own value, L*. */
const KEY_STEP = 15;
const MOST_FREE = 6;

export function SchemePanel({ known }: PanelProps) {
  const settings = useSettings();
  const [kind, setKind] = useState<Kind>("complementary");
  const [firstPlace, setFirstPlace] = useState(0);
  const [freePlaces, setFreePlaces] = useState<readonly number[]>([0, 4, 8]);
  const [lightness, setLightness] = useState<number>(50);
  const degreesOf = (place: number): number => HUE_PLACES[place]?.centreDegrees ?? 0;
  const hues = kind === "free" ? freePlaces.map(degreesOf) : schemeHues(kind, degreesOf(firstPlace));
  const black = known.tubes.findIndex(isBlackTube);
  const white = known.tubes.findIndex((tube) =>
    modelsOfTube(tube).every((model) => model.family === "white"),
  );
  const task = useQuery(
    palettes,
    known.tubes.length === 0 || hues.length === 0
      ? undefined
      : {
          tubes: known.solverTubes,
          black: black >= 0 && known.tubes.length > 1 ? black : undefined,
          white: white >= 0 ? white : undefined,
          hues,
          lightness,
          keyStep: KEY_STEP,
          lightening: known.lightening,
        },
    (remote, asked) => remote.scheme(asked),
  );
  const scheme = shownOf(task);
  const isAsking = task.status === "asking";
  if (known.tubes.length === 0) return <p>This palette has no tubes yet. Choose some from your box.</p>;
  return (
    <div className="flex flex-col gap-5">
      <Choice label="Kind of scheme" value={kind} options={KINDS} onChange={setKind} />
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        {kind === "free" ? (
          <FreeHues places={freePlaces} onChange={setFreePlaces} />
        ) : (
          <SelectField
            label="from the hue"
            value={String(firstPlace)}
            onChoose={(picked) => {
              setFirstPlace(Number(picked));
            }}
          >
            {HUE_PLACES.map((place, i) => (
              <option key={place.name} value={String(i)}>
                {place.name}
              </option>
            ))}
          </SelectField>
        )}
        <SelectField
          label="all at value"
          value={String(lightness)}
          onChoose={(picked) => {
            setLightness(Number(picked));
          }}
        >
          {LIGHTNESSES.map((one) => (
            <option key={one} value={String(one)}>
              {valueText(one, settings.scale)}
            </option>
          ))}
        </SelectField>
      </div>
      <TaskLine task={task} asking="Mixing the scheme" what="The scheme" />
      {scheme ? (
        <div aria-busy={isAsking} className="flex flex-col gap-5">
          <Keys scheme={scheme} lightener={known.lightener} />
          <Recipes scheme={scheme} known={known} />
          <TakeScheme kind={kind} scheme={scheme} />
          <Strays scheme={scheme} />
        </div>
      ) : hues.length > 0 ? null : (
        <p>Choose at least one hue.</p>
      )}
    </div>
  );
}

function FreeHues({
  places,
  onChange,
}: {
  places: readonly number[];
  onChange: (places: readonly number[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-4">
      <legend className="text-muted">hues, up to {MOST_FREE}</legend>
      {HUE_PLACES.map((place, i) => (
        <CheckField
          key={place.name}
          label={place.name}
          isChecked={places.includes(i)}
          isDisabled={!places.includes(i) && places.length >= MOST_FREE}
          onChange={(isChecked) => {
            onChange(
              isChecked ? [...places, i].sort((a, b) => a - b) : places.filter((other) => other !== i),
            );
          }}
        />
      ))}
    </fieldset>
  );
}

/** The scheme as it is, shaded with black and tinted with white: each key a row of touching patches. */
function Keys({ scheme, lightener }: { scheme: SchemeAnswer; lightener: KnownTubes["lightener"] }) {
  const settings = useSettings();
  const rows = [
    {
      name: lightener === "water" ? "thinned with water" : "tinted with white",
      labs: scheme.tinted?.map((member) => member?.lab),
      keys: scheme.tinted,
    },
    {
      name: "without black",
      labs: scheme.members.map((member) => member.color?.lab),
      keys: undefined,
    },
    { name: "shaded with black", labs: scheme.shaded?.map((member) => member?.lab), keys: scheme.shaded },
  ];
  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">In three keys</h2>
      {rows.map(({ name, labs, keys }) => (
        <div key={name} className="mt-2">
          <h3 className="text-sm font-semibold">{name}</h3>
          {labs ? (
            <ul className="flex">
              {labs.map((lab, i) => (
                <li key={scheme.members[i]?.hueDegrees} className="min-w-0 flex-1">
                  {lab ? (
                    <Patch
                      lab={lab}
                      label={describeLab(lab, settings).sentence}
                      className={keys ? "h-14" : "h-24"}
                    />
                  ) : (
                    <span className={`block border border-dashed ${keys ? "h-14" : "h-24"}`} />
                  )}
                  <span className="block pr-2 text-sm leading-snug">
                    {lab ? memberWords(lab, keys?.[i]) : "not to be had"}
                  </span>
                </li>
              ))}
            </ul>
          ) : (
            <p className="text-muted">This palette holds none.</p>
          )}
        </div>
      ))}
    </section>
  );
}

function memberWords(lab: KeyMember["lab"], key: KeyMember | undefined): string {
  const chroma = Math.round(lchFromLab(lab)[1]);
  return key
    ? `${key.parts < 10 ? key.parts.toFixed(2) : Math.round(key.parts)} parts; chroma ${chroma}, ${turnWords(lab, key.hueTurnDegrees)}`
    : `${hueWords(lchFromLab(lab)[2])}, chroma ${chroma}`;
}

function Recipes({ scheme, known }: { scheme: SchemeAnswer; known: KnownTubes }) {
  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">What to mix</h2>
      <ul>
        {scheme.members.map(({ hueDegrees, color }) => (
          <li key={hueDegrees} className="flex flex-wrap justify-between gap-x-4 border-b py-1.5">
            <span className="font-semibold">{hueWords(hueDegrees)}</span>
            <span>
              {color
                ? partsText(
                    // Of washes water stands after the last tube.
                    [...known.tubes.map(({ label }) => label), "water"].map((name, place) => ({
                      name,
                      share: roundedShare(color.shares[place] ?? 0),
                    })),
                  )
                : "these tubes have no such hue at that value"}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The members taken further: as notes to be matched, or as strings on common values. */
function TakeScheme({ kind, scheme }: { kind: Kind; scheme: SchemeAnswer }) {
  const take = useTakeColours();
  const colours = scheme.members.flatMap(({ hueDegrees, color }) =>
    color ? [{ name: hueWords(hueDegrees), lab: color.lab }] : [],
  );
  if (!take || colours.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-3">
      <Button
        onClick={() => {
          attempt(take.asStrings(colours, `Strings of the ${kind} scheme`));
        }}
      >
        Make strings of these
      </Button>
      <Button
        weight="quiet"
        onClick={() => {
          attempt(take.asNotes(colours));
        }}
      >
        keep them as notes
      </Button>
    </div>
  );
}

/** Traces below a thousandth are left out. */
function roundedShare(share: number): number {
  return share < 0.001 ? 0 : share;
}

function Strays({ scheme }: { scheme: SchemeAnswer }) {
  const settings = useSettings();
  const nameOf = (place: number): string => hueWords(scheme.members[place]?.hueDegrees ?? 0);
  const { strays } = scheme;
  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">Mixtures that leave it</h2>
      {strays.length === 0 ? (
        <p className="py-1.5">None: whatever two of them mix stays within the scheme or turns grey.</p>
      ) : (
        <ul>
          {strays.map(({ first, second, share, lab }) => (
            <li key={`${first} ${second}`} className="flex items-center gap-3 border-b py-1">
              <Patch lab={lab} label={describeLab(lab, settings).sentence} className="h-11 w-14 shrink-0" />
              <span className="leading-tight">
                <span className="font-semibold">
                  {nameOf(first)} with {nameOf(second)}
                </span>{" "}
                gives {describeLab(lab, settings).hue}, most at {shareText(share)} of the second.
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
