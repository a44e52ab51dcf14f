/** Rounding of steps such as 0.1. */
export const ALMOST_ONE = 1 - 1e-9;
