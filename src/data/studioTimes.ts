/**
 * How long paint gives a painter, in minutes, by medium: rounded, usual figures for a room of about 20 °C and
 * thin to middling films. Each is a start for a timer that the painter can set otherwise.
 */
export type StudioTimes = {
  /** Until a pile on the board stiffens. */
  readonly openTime: number;
  /** How long a covered pile stays usable. */
  readonly cover: number;
  /** Until a dab can be judged dry. */
  readonly dryCheck: number;
  /** Between stirs of a mixture that granulates or settles. */
  readonly stir: number;
};

const HOUR = 60;
const DAY = 24 * HOUR;

export const STUDIO_TIMES: Readonly<
  Record<"oil" | "acrylic" | "watercolour" | "gouache" | "other", StudioTimes>
> = {
  oil: { openTime: 8 * HOUR, cover: 3 * DAY, dryCheck: 3 * DAY, stir: 30 },
  acrylic: { openTime: 15, cover: 2 * DAY, dryCheck: 30, stir: 10 },
  watercolour: { openTime: 20, cover: 12 * HOUR, dryCheck: 10, stir: 5 },
  gouache: { openTime: 20, cover: 12 * HOUR, dryCheck: 15, stir: 5 },
  other: { openTime: 30, cover: DAY, dryCheck: HOUR, stir: 10 },
};
