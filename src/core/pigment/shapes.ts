/**
 * Parametric absorption and scattering spectra, the starting form of the generic pigment models.
 *
 *   flat   A
 *   band   A / cosh((λ - c) / w)                an absorption band around c, with exponential tails (Urbach 1953)
 *   edge   A / (1 + exp((λ - c) / w))           absorbs below c, passes above
 *   power  A (λ / c)^(-p)                       scattering that grows towards short waves for p > 0
 *
 * λ, c, w in nm; A in units of titanium white's S(550 nm).
 */
export type SpectralShape =
  | { readonly shape: "flat"; readonly amplitude: number }
  | {
      readonly shape: "band" | "edge";
      readonly amplitude: number;
      readonly centreNm: number;
      readonly widthNm: number;
    }
  | {
      readonly shape: "power";
      readonly amplitude: number;
      readonly centreNm: number;
      readonly slopeExponent: number;
    };

export function shapeValue(shape: SpectralShape, wavelengthNm: number): number {
  switch (shape.shape) {
    case "flat":
      return shape.amplitude;
    case "band": {
      const t = (wavelengthNm - shape.centreNm) / shape.widthNm;
      return shape.amplitude / Math.cosh(t);
    }
    case "edge":
      return shape.amplitude / (1 + Math.exp((wavelengthNm - shape.centreNm) / shape.widthNm));
    case "power":
      return shape.amplitude * (wavelengthNm / shape.centreNm) ** -shape.slopeExponent;
  }
}
