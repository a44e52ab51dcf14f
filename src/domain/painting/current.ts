import type { Settings } from "../settings/settings";
import type { Painting } from "./painting";

/** The painting that the settings name; the newest when they name none. @param paintings - oldest first. */
export function currentPainting(
  paintings: readonly Painting[],
  settings: Settings | undefined,
): Painting | undefined {
  return paintings.find(({ id }) => id === settings?.currentPaintingId) ?? paintings.at(-1);
}
