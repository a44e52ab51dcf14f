/** The medium of a palette, and what lightens in it: white, or water over paper. */
import type { School } from "../school/school";
import type { Tube, TubeMedium } from "../tube/tube";
import type { Palette } from "./palette";

/** As it is set; that of most of its tubes when it is not. Undefined for a palette without tubes. */
export function mediumOfPalette(
  palette: Pick<Palette, "medium"> | undefined,
  tubes: readonly Tube[],
): TubeMedium | undefined {
  if (palette?.medium !== undefined) return palette.medium;
  const counts = new Map<TubeMedium, number>();
  for (const { medium } of tubes) counts.set(medium, (counts.get(medium) ?? 0) + 1);
  return [...counts].reduce<readonly [TubeMedium, number] | undefined>(
    (most, next) => (most && most[1] >= next[1] ? most : next),
    undefined,
  )?.[0];
}

/** What makes a mixture lighter. */
export type Lightener = "white" | "water";

/** The same as a worker is told it: water runs over white paper, or over what is seen of this one. */
export type Lightening = Lightener | { readonly paper: readonly number[] };

/** In these a painter may lighten with white or with water; the school says which. */
const ALLOWS_BOTH: readonly TubeMedium[] = ["acrylic", "gouache", "other"];

/** What a mixture is lightened with: the medium decides, and where it allows both, the school's habit. */
export function lightenerOf(medium: TubeMedium | undefined, { lighten }: Pick<School, "lighten">): Lightener {
  if (medium === "watercolour") return "water";
  return medium !== undefined && ALLOWS_BOTH.includes(medium) ? lighten : "white";
}
