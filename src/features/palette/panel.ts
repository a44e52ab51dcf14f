import type { Palette } from "../../domain/palette/palette";
import type { KnownTubes } from "../../domain/tube/knownTubes";

/** What every panel of the view is given. */
export type PanelProps = {
  readonly palette: Palette;
  /** Its tubes, in the order of the board. */
  readonly known: KnownTubes;
};
