"use client";

/** Why each tube is in a palette, in words. */
import type { PaletteAdvice } from "../../core/palette/paletteAdvice";
import type { Note } from "../../domain/note/note";
import type { Tube } from "../../domain/tube/tube";
import { Smear } from "../../ui/Smear";
import { ladderOfTube } from "../../domain/tube/smear";
import { useStudio } from "../../kit/studio/useStudio";

/** @param tubes - the box that the places of the advice belong to. */
export function Worth({ advice, tubes }: { advice: PaletteAdvice; tubes: readonly Tube[] }) {
  const notes = useStudio((studio) => studio.notes);
  return (
    <ul>
      {advice.worth.map((worth) => (
        <TubeLine key={worth.tube} tube={tubes[worth.tube]}>
          <span className="block">{worthWords(worth, notes)}</span>
        </TubeLine>
      ))}
    </ul>
  );
}

export function TubeLine({ tube, children }: { tube: Tube | undefined; children: React.ReactNode }) {
  return tube ? (
    <li className="flex items-center gap-3 border-b py-1">
      <Smear ladder={ladderOfTube(tube)} variant={tube.position} className="h-8 w-20 shrink-0" />
      <span className="min-w-0 leading-tight">
        <span className="block font-semibold">{tube.label}</span>
        {children}
      </span>
    </li>
  ) : null;
}

function worthWords(worth: PaletteAdvice["worth"][number], notes: readonly Note[]): string {
  const cost = Number.isFinite(worth.removalCost)
    ? `without it ΔE ${worth.removalCost.toFixed(2)} more`
    : "without it there is no palette";
  const needed =
    worth.neededFor.length > 0 ? `, first of all ${namesOf(worth.neededFor.slice(0, 3), notes)}` : "";
  const saved =
    worth.savedTubes > 0
      ? `; it saves ${worth.savedTubes === 1 ? "a tube" : `${worth.savedTubes} tubes`} in the recipes of ${namesOf(worth.plainer, notes)}`
      : "";
  return worth.isRedundant
    ? `Redundant for these notes: ${cost}${saved === "" ? "; it saves nothing either" : `, but${saved.slice(1)}`}.`
    : `${cost.charAt(0).toUpperCase()}${cost.slice(1)}${needed}${saved}.`;
}

export function namesOf(places: readonly number[], notes: readonly Note[]): string {
  const names = places.flatMap((place) => notes[place]?.name ?? []);
  return names.length > 1 ? `${names.slice(0, -1).join(", ")} and ${names.at(-1) ?? ""}` : (names[0] ?? "");
}
