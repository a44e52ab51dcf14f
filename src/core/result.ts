/** An expected failure is a value; only programming errors throw. */
export type Result<T, F> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly failure: F };

export function succeed<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function fail<F>(failure: F): { readonly ok: false; readonly failure: F } {
  return { ok: false, failure };
}
