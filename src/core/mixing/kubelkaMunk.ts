/**
 * Two-flux (Kubelka-Munk) theory of a paint film.
 *
 * Opaque film, q = K/S:
 *   R∞ = 1 / (1 + q + √(q(q + 2)))             equal on paper to 1 + q - √(q² + 2q), which cancels in darks
 *   dR∞/dq = -R∞ / √(q(q + 2))
 *
 * Film of thickness X over a ground of reflectance Rg, a = 1 + q, b = √(a² - 1):
 *   R = (1 - Rg (a - b coth bSX)) / (a - Rg + b coth bSX)
 *
 * K, S per unit thickness; X in the matching unit, so that S·X and K·X are dimensionless. Assumes diffuse
 * light and no surface reflection: see ./saunderson for the surface.
 *
 * Source: P. Kubelka, J. Opt. Soc. Am. 38(5), 448-457 (1948), doi:10.1364/JOSA.38.000448.
 */

/** Reflectance of an opaque layer, (0, 1]. @param kOverS - dimensionless, >= 0. */
export function reflectanceFromKOverS(kOverS: number): number {
  return 1 / (1 + kOverS + Math.sqrt(kOverS * (kOverS + 2)));
}

/** K/S of an opaque layer, [0, ∞). @param reflectance - (0, 1]. */
export function kOverSFromReflectance(reflectance: number): number {
  return ((1 - reflectance) * (1 - reflectance)) / (2 * reflectance);
}

/**
 * Below this b·S·X the closed form divides nearly equal numbers; the limit for a thin film,
 * R = (Rg + SX (1 - a Rg)) / (1 + SX (a - Rg)), is then exact to second order.
 */
const THIN_FILM = 1e-6;

/**
 * Reflectance of a film over a ground, inside the surface.
 *
 * @param absorption - K per unit thickness, >= 0.
 * @param scattering - S per unit thickness, > 0.
 * @param thickness - X, >= 0; zero leaves the ground as it is.
 * @param ground - reflectance of the ground inside the film, [0, 1].
 */
export function filmReflectance(
  absorption: number,
  scattering: number,
  thickness: number,
  ground: number,
): number {
  const a = 1 + absorption / scattering;
  // (a - 1)(a + 1) keeps its digits where a² - 1 would lose them in nearly clear films.
  const b = Math.sqrt((absorption / scattering) * (a + 1));
  const sx = scattering * thickness;
  if (b * sx < THIN_FILM) return (ground + sx * (1 - a * ground)) / (1 + sx * (a - ground));
  const bCoth = b / Math.tanh(b * sx);
  return (1 - ground * (a - bCoth)) / (a - ground + bCoth);
}
