/** @throws RangeError for a place that the list does not have. */
export function tubeAt<T>(tubes: readonly T[], place: number): T {
  const tube = tubes[place];
  if (tube === undefined) throw new RangeError(`There is no tube ${place}`);
  return tube;
}
