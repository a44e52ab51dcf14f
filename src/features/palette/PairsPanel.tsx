"use client";

/** What two paints do on the way to each other, who quiets whom, and which parents make the best secondaries. */
import { useStored } from "../../kit/store/useStored";
import { useMemo, useState } from "react";
import type { LabD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import { blendOptics } from "../../core/mixing/mixture";
import { SECONDARIES, type SecondaryName } from "../../core/palette/pairs";
import { readLog } from "../../kit/store/calls";
import { Choice } from "../../ui/Choice";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { opticsOfTube } from "../../domain/tube/optics";
import { totalsOf } from "../../domain/pile/contents";
import { isWhiteTube } from "../../domain/tube/kinds";
import { useIngredients } from "../../kit/paint/useIngredients";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { searchedTubes } from "../../domain/palette/searchedTubes";
import { type KnownTubes, knownTubes } from "../../domain/tube/knownTubes";
import { type Paint, PathOfTwo } from "./PathOfTwo";
import type { PanelProps } from "./panel";
import { partsText, valueChromaText } from "../../words/palettes";
import { palettes } from "../../workers/clients";
import { useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";

const WHITE_PARTS = [0, 1, 2, 4, 9, 19] as const;
/** Piles of this painting that can be followed, newest first. */
const MOST_PILES = 12;

export function PairsPanel({ known: ofPalette }: PanelProps) {
  const known = useWithPiles(ofPalette);
  const paints = usePaints(known);
  const isWash = known.lightener === "water";
  const [firstId, setFirstId] = useState<string>();
  const [secondId, setSecondId] = useState<string>();
  const [whiteParts, setWhiteParts] = useState<number>(0);
  const first = paints.find((paint) => paint.id === firstId) ?? paints[1] ?? paints[0];
  const second =
    paints.find((paint) => paint.id === secondId && paint.id !== first?.id) ??
    paints.find((paint, i) => i >= 2 && paint.id !== first?.id) ??
    paints.find((paint) => paint.id !== first?.id);
  return (
    <div className="flex flex-col gap-6">
      {first && second ? (
        <section>
          <div className="flex flex-wrap gap-x-4 gap-y-2">
            <PaintSelect label="From" paints={paints} value={first.id} onChange={setFirstId} />
            <PaintSelect label="to" paints={paints} value={second.id} onChange={setSecondId} />
            <SelectField
              label={isWash ? "with water" : "with titanium white"}
              value={String(whiteParts)}
              onChoose={(picked) => {
                setWhiteParts(Number(picked));
              }}
            >
              {WHITE_PARTS.map((parts) => (
                <option key={parts} value={String(parts)}>
                  {parts === 0 ? "none" : `${parts} to one of the two`}
                </option>
              ))}
            </SelectField>
          </div>
          <PathOfTwo first={first} second={second} whiteParts={whiteParts} lightening={known.lightening} />
        </section>
      ) : (
        <p>A path needs two paints. Choose another tube for this palette.</p>
      )}
      <Partners known={known} />
      <ParentsOf known={known} />
    </div>
  );
}

/** Piles that lie about are paint like any other; so many of them at most. */
const MOST_INGREDIENTS = 8;
const OWN = {};

function useWithPiles(known: KnownTubes): KnownTubes {
  const { ingredients } = useIngredients(OWN);
  return useMemo(
    () =>
      knownTubes(
        [...known.tubes, ...ingredients.slice(0, MOST_INGREDIENTS).map(({ tube }) => tube)],
        known.lightening,
      ),
    [known, ingredients],
  );
}

/** Tubes of the palette, then piles of this painting that were kept. */
function usePaints(known: KnownTubes): readonly Paint[] {
  const painting = useStudio((studio) => studio.painting);
  const tubeById = useStudio((studio) => studio.tubeById);
  const paintingId = painting?.id;
  const log = useStored(readLog, paintingId === undefined ? undefined : [paintingId, MOST_PILES]);
  return useMemo(() => {
    const tubes = known.tubes.flatMap((tube): Paint[] => {
      const optics = opticsOfTube(tube);
      return optics ? [{ id: tube.id, name: tube.label, optics }] : [];
    });
    const piles = (log ?? []).flatMap(({ match, note, pile }): Paint[] => {
      const volumes = totalsOf(pile?.additions ?? []).flatMap(({ tubeId, parts }) => {
        const tube = tubeById.get(tubeId);
        const optics = tube && opticsOfTube(tube);
        return optics ? [{ optics, volume: parts }] : [];
      });
      return volumes.length > 0
        ? [{ id: match.id, name: `pile of ${note?.name ?? "a note"}`, optics: blendOptics(volumes) }]
        : [];
    });
    return [...tubes, ...piles];
  }, [known, log, tubeById]);
}

function PaintSelect({
  label,
  paints,
  value,
  onChange,
}: {
  label: string;
  paints: readonly Paint[];
  value: string;
  onChange: (id: string) => void;
}) {
  return (
    <SelectField
      label={label}
      value={value}
      onChoose={(picked) => {
        onChange(picked);
      }}
    >
      {paints.map((paint) => (
        <option key={paint.id} value={paint.id}>
          {paint.name}
        </option>
      ))}
    </SelectField>
  );
}

const LIGHTENER_NAMES = { white: "white", water: "water" } as const;
const PARTNER_LIGHTNESSES = [30, 40, 50, 60, 70, 80] as const;
const SHOWN_PARTNERS = 4;

function Partners({ known }: Pick<PanelProps, "known">) {
  const settings = useSettings();
  const [tubeId, setTubeId] = useState<string>();
  const [lightness, setLightness] = useState<number>(50);
  const chosen = known.tubes.findIndex((tube) => tube.id === tubeId);
  const place = chosen >= 0 ? chosen : Math.min(1, known.tubes.length - 1);
  const whites = known.tubes.flatMap((tube, at) => (isWhiteTube(tube) ? [at] : []));
  const task = useQuery(
    palettes,
    known.tubes.length < 2
      ? undefined
      : { tubes: known.solverTubes, place, lightness, whites, lightening: known.lightening },
    (remote, asked) =>
      remote.partners(asked.tubes, asked.place, asked.lightness, asked.whites, asked.lightening),
  );
  const partners = shownOf(task);
  if (known.tubes.length < 2) return null;
  const quieted = known.tubes[place];
  const nameAt = (at: number): string => known.tubes[at]?.label ?? "";
  const isWhite = whites.includes(place);
  return (
    <section>
      <h2 className="border-b-2 border-ink font-bold">Which tube quiets which</h2>
      <div className="mt-2 flex flex-wrap gap-x-4 gap-y-2">
        <SelectField
          label="To quiet"
          value={quieted?.id ?? ""}
          onChoose={(picked) => {
            setTubeId(picked);
          }}
        >
          {known.tubes.map((tube) => (
            <option key={tube.id} value={tube.id}>
              {tube.label}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="at value"
          value={String(lightness)}
          onChoose={(picked) => {
            setLightness(Number(picked));
          }}
        >
          {PARTNER_LIGHTNESSES.map((one) => (
            <option key={one} value={String(one)}>
              {valueText(one, settings.scale)}
            </option>
          ))}
        </SelectField>
      </div>
      {isWhite ? <p className="py-2">White has no colour to quiet.</p> : null}
      {partners?.length === 0 && !isWhite ? (
        <p className="py-2">With no other tube of this palette can it be mixed at that value.</p>
      ) : null}
      <ul className="mt-2">
        {partners?.slice(0, SHOWN_PARTNERS).map(({ tubes, lab, chroma, shares }) => (
          <Mixed
            key={tubes.join()}
            lab={lab}
            title={tubes.map(nameAt).join(" and ")}
            words={`down to chroma ${chroma.toFixed(1)}`}
            parts={[quieted?.label ?? "", ...tubes.map(nameAt), LIGHTENER_NAMES[known.lightener]]}
            shares={shares}
          />
        ))}
      </ul>
    </section>
  );
}

const SOURCES = [
  { value: "palette", label: "of this palette" },
  { value: "box", label: "of the whole box" },
] as const;
const SECONDARY_NAMES = Object.keys(SECONDARIES) as readonly SecondaryName[];
const SHOWN_PARENTS = 3;
const NONE: readonly never[] = [];

function ParentsOf({ known }: Pick<PanelProps, "known">) {
  const box = useStudio((studio) => studio.box);
  const [source, setSource] = useState<(typeof SOURCES)[number]["value"]>("palette");
  const boxKnown = useMemo(
    () =>
      knownTubes(
        searchedTubes(
          box.filter((tube) => tube.archivedAt === undefined),
          NONE,
        ),
        known.lightening,
      ),
    [box, known.lightening],
  );
  const from = source === "palette" ? known : boxKnown;
  return (
    <section>
      <div className="flex flex-wrap items-baseline justify-between gap-3 border-b-2 border-ink pb-1">
        <h2 className="font-bold">Parents that keep their chroma</h2>
        <Choice label="Whose parents" value={source} options={SOURCES} onChange={setSource} />
      </div>
      <div className="grid gap-x-6 wide:grid-cols-3">
        {SECONDARY_NAMES.map((secondary) => (
          <Secondary key={secondary} secondary={secondary} from={from} />
        ))}
      </div>
    </section>
  );
}

function Secondary({ secondary, from }: { secondary: SecondaryName; from: KnownTubes }) {
  const task = useQuery(
    palettes,
    from.tubes.length < 2 ? undefined : { tubes: from.solverTubes, secondary, lightening: from.lightening },
    (remote, asked) => remote.parents(asked.tubes, asked.secondary, asked.lightening),
  );
  const parents = shownOf(task);
  return (
    <div aria-busy={task.status === "asking"}>
      <h3 className="pt-2 font-semibold">{secondary}</h3>
      <TaskLine task={task} asking="Working out the parents" what={`The parents of ${secondary}`} />
      {parents?.length === 0 ? <p>No two of them make it.</p> : null}
      <ol>
        {parents?.slice(0, SHOWN_PARENTS).map(({ first, second, lab, chroma, shares }) => {
          const names = [from.tubes[first]?.label ?? "", from.tubes[second]?.label ?? ""];
          return (
            <Mixed
              key={`${first} ${second}`}
              lab={lab}
              title={names.join(" and ")}
              words={`chroma ${Math.round(chroma)}`}
              parts={[...names, LIGHTENER_NAMES[from.lightener]]}
              shares={shares}
            />
          );
        })}
      </ol>
    </div>
  );
}

function Mixed({
  lab,
  title,
  words,
  parts,
  shares,
}: {
  lab: LabD65;
  title: string;
  words: string;
  parts: readonly string[];
  shares: readonly number[];
}) {
  const settings = useSettings();
  return (
    <li className="flex items-center gap-3 border-b py-1">
      <Patch lab={lab} label={describeLab(lab, settings).sentence} className="h-12 w-14 shrink-0" />
      <span className="min-w-0 leading-tight">
        <span className="block font-semibold">{title}</span>
        <span className="block">
          {words}, {valueChromaText(lab, settings).split(",")[0]}
        </span>
        <span className="block text-sm text-muted">
          {partsText(parts.map((name, i) => ({ name, share: shares[i] ?? 0 })))}
        </span>
      </span>
    </li>
  );
}
