/** How far off a prediction may be, from the covariance of its three residuals. */

export type Covariance = { readonly trace: number; readonly traceOfSquare: number };

/** Of the normal distribution, for nine tenths below it. */
const NORMAL_90 = 1.2815515655446004;

/**
 * Radius that holds nine tenths of a normal vector with this covariance: its squared length is taken as a
 * scaled chi-squared with the same mean and variance.
 *
 * Source: F. E. Satterthwaite, Biometrics Bull. 2, 110-114 (1946); quantile by E. B. Wilson, M. M. Hilferty,
 * Proc. Natl. Acad. Sci. 17, 684-688 (1931).
 */
export function ninetyPercentRadius({ trace, traceOfSquare }: Covariance): number {
  const freedom = (trace * trace) / traceOfSquare;
  const part = 2 / (9 * freedom);
  return Math.sqrt(trace * (1 - part + NORMAL_90 * Math.sqrt(part)) ** 3);
}
