/** Within this ΔE00 a colour counts as reached. */
export const REACHED = 1;
