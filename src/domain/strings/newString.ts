/** Strings as they begin: of a tube, a note, a pile, a colour. */
import { lchFromLab } from "../../core/color/cieLab";
import { NEUTRAL_CHROMA } from "../../core/describe/chromaWords";
import type { ValueScale } from "../../core/describe/valueScale";
import type { LabD65 } from "../../core/color/types";
import type { Note } from "../note/note";
import { contentsOf } from "../pile/contents";
import type { Pile } from "../pile/pile";
import type { School } from "../school/school";
import { labFromStored, storedFromLab, type StoredColor } from "../reading/storedColor";
import { GENERIC_UNCERTAINTY } from "../reading/uncertainty";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import type { Grid, GridBase, GridString } from "./grid";
import { evenRows, inOrder, onScale } from "./rows";

const USUAL_ROWS = 5;
const USUAL_ENDS = { lightest: 90, darkest: 25 } as const;
const USUAL_PARTS = 3;
/** What a member may give up so that its string needs fewer tubes, ΔE00. */
export const USUAL_SHARED = 0.8;

export type NewString = Omit<GridString, "id">;

function usualWays({ lighten, allowsBlack, highlights }: School): Pick<NewString, "lighten" | "darken"> {
  return {
    lighten: lighten === "water" ? "water" : highlights === "coloured" ? "warm-white" : "white",
    darken: allowsBlack ? "family" : "complement",
  };
}

export function stringOf(name: string, base: GridBase, school: School): NewString {
  const isGrey = base.kind === "colour" && lchFromLab(labFromStored(base.color))[1] < NEUTRAL_CHROMA;
  return {
    name,
    base,
    ...usualWays(school),
    chroma: isGrey ? "neutral" : base.kind === "paint" ? "vivid" : "arc",
  };
}

export function tubeBase(tube: Pick<Tube, "id">): GridBase {
  return { kind: "paint", amounts: [{ tubeId: tube.id, parts: 1 }] };
}

/** Undefined for a pile in which nothing lies. */
export function pileBase(pile: Pile): GridBase | undefined {
  const amounts = contentsOf(pile).filter((dose) => !isWater(dose) && dose.parts > 0);
  return amounts.length > 0 ? { kind: "paint", amounts, pileId: pile.id } : undefined;
}

export function noteBase(note: Note): GridBase {
  const { light, dark } = picksOf(note);
  return {
    kind: "colour",
    color: note.target,
    ...(light && { light }),
    ...(dark && { dark }),
    noteId: note.id,
  };
}

/**
 * The light and the shadow that were read beside a note, moved as its aim was: into another light, another range.
 * Nothing where they do not lie on either side of it.
 */
export function picksOf({ target, seen, place }: Note): {
  readonly light: StoredColor | undefined;
  readonly dark: StoredColor | undefined;
} {
  if (!place) return { light: undefined, dark: undefined };
  const moved = (pick: StoredColor): StoredColor => {
    const [l, a, b] = pick.lab;
    const [dl, da, db] = seen ? target.lab.map((value, i) => value - (seen.lab[i] ?? 0)) : [0, 0, 0];
    return {
      ...pick,
      lab: [Math.min(100, Math.max(0, l + (dl ?? 0))), clampAxis(a + (da ?? 0)), clampAxis(b + (db ?? 0))],
    };
  };
  const [light, dark] = [moved(place.light), moved(place.dark)];
  return {
    light: light.lab[0] > target.lab[0] ? light : undefined,
    dark: dark.lab[0] < target.lab[0] ? dark : undefined,
  };
}

function clampAxis(value: number): number {
  return Math.min(160, Math.max(-160, value));
}

/** Greys of the same values: they dull any pile of their row without changing its light. */
export function neutralString(name: string, school: School): NewString {
  const grey = storedFromLab([50, 0, 0] as unknown as LabD65, "typed", GENERIC_UNCERTAINTY);
  return { name, base: { kind: "colour", color: grey }, ...usualWays(school), chroma: "neutral" };
}

/** A grid without strings, on the painter's own scale. */
export function newGrid(
  paintingId: string,
  name: string,
  scale: ValueScale,
): Omit<Grid, "id" | "createdAt" | "taken"> {
  return {
    paintingId,
    name,
    rows: evenRows(USUAL_ROWS, USUAL_ENDS, scale),
    strings: [],
    tubes: "palette",
    parts: USUAL_PARTS,
    amounts: "equal",
    sharedWithin: USUAL_SHARED,
    usesParents: true,
    reserve: "none",
  };
}

/** Light, local and shadow of a note as rows of their own; fewer where one of them was not read. */
export function rowsOfNote(note: Note, scale: ValueScale): readonly number[] {
  const { light, dark } = picksOf(note);
  const values = [light?.lab[0], note.target.lab[0], dark?.lab[0]].filter((value) => value !== undefined);
  return inOrder(values.map((value) => onScale(value, scale)));
}
