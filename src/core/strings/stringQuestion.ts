/** What a string may be asked for, and which tubes its members take. */
import type { RowHand } from "./layMember";
import type { StringMember, StringQuestion } from "./types";
import { isPositive } from "../numbers";

/** In the order of the palette. */
export function tubesOf(members: readonly StringMember[]): readonly number[] {
  const used = members.flatMap(({ alone }) => [
    ...alone.doses.flatMap(({ source }) => (source === "parent" ? [] : [source])),
    ...alone.dilutions.flatMap(({ tube, carrier }) => [tube, carrier]),
  ]);
  return [...new Set(used)].sort((one, other) => one - other);
}

/** @throws RangeError where a row, a pile, the base or a limit is outside of its range. */
export function assertQuestion(
  { rows, maxTubes, base, sharedWithin }: StringQuestion,
  hands: readonly RowHand[],
  tubeCount: number,
): void {
  if (rows.length === 0 || rows.length !== hands.length || !rows.every((row) => row >= 0 && row <= 100))
    throw new RangeError("Each row is an L* of 0 to 100 with its own pile");
  if (!Number.isInteger(maxTubes) || maxTubes < 2 || maxTubes > 6)
    throw new RangeError(`A member holds 2 to 6 tubes at most, not ${maxTubes}`);
  if (!(sharedWithin >= 0)) throw new RangeError("What a member may give up is at least 0");
  if (!hands.every(({ volume }) => isPositive(volume)))
    throw new RangeError("Each pile has a finite size above zero");
  const isKnown = ({ tube, volume }: { readonly tube: number; readonly volume: number }): boolean =>
    tube >= 0 && tube < tubeCount && isPositive(volume);
  if (base.kind === "paint" && (base.parts.length === 0 || !base.parts.every(isKnown)))
    throw new RangeError("The base needs paint of the palette");
}
