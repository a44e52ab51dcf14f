export function loadersOf(
  html: string,
  chunks: ReadonlyMap<string, string>,
): { readonly count: number; readonly ambiguous: readonly string[] };
