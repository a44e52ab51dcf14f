import type { LabD65 } from "../../core/color/types";
import type { TubeReading } from "../../core/learning/calibrateTube";
import type { ColorAxis, StoredColor } from "../../domain/reading/storedColor";

/** A colour as it was just read, whichever way. */
export type TakenColour = {
  readonly lab: LabD65;
  readonly source: StoredColor["source"];
  readonly uncertaintyDeltaE2000: number;
  /** Axes of which an eye said nothing. */
  readonly silent?: readonly ColorAxis[];
  /** When an instrument or a file gave one. */
  readonly spectrum?: TubeReading["spectrum"];
  /** When the file says it: parts of white to one of the tube. */
  readonly whiteParts?: number | undefined;
};
