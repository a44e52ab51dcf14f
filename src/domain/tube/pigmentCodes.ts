/** Codes of the Colour Index as labels, lists and painters write them: "PB15:3", "P.B. 15.3", "py-35", "Pigment Blue 29". */

/** Families of the Colour Index, as its names spell them out and as its codes do. */
const FAMILIES: Readonly<Record<string, string>> = {
  white: "W",
  yellow: "Y",
  orange: "O",
  red: "R",
  violet: "V",
  blue: "B",
  green: "G",
  brown: "Br",
  black: "Bk",
  metal: "M",
};
const LETTERS = new Map(Object.values(FAMILIES).map((letters) => [letters.toLowerCase(), letters]));
const SPELLED_OUT = new RegExp(`\\b(pigment|natural) (${Object.keys(FAMILIES).join("|")}) (?=\\d)`, "gi");
const CODE = /\b([pn])\.?[\s-]?(b\.?\s?k|b\.?\s?r|[wyorvbgm])[.\s-]*(\d{1,3})(?:\s*[:.]\s*(\d))?(?!\d)/gi;
const INDEX = /\bc\.?\s?i\.?\s*(?=[pn])/gi;

/** @param write - in place of a code: "P" for pigments and "N" for natural ones, its family, its number, and which form of it. */
export function withPigmentCodes(
  text: string,
  write: (kind: string, family: string, number: string, form: string | undefined) => string,
): string {
  return text
    .replace(INDEX, "")
    .replace(
      SPELLED_OUT,
      (_, kind: string, family: string) => kind.slice(0, 1) + (FAMILIES[family.toLowerCase()] ?? ""),
    )
    .replace(CODE, (_, kind: string, letters: string, number: string, form?: string) =>
      write(
        kind.toUpperCase(),
        LETTERS.get(letters.toLowerCase().replace(/[^a-z]/g, "")) ?? "",
        number,
        form,
      ),
    );
}

/** What stands between the pigments of a label, and what says more of them. */
const ASIDE = /\([^)]*\)|\d+(?:[.,]\d+)?\s*%/g;
const BETWEEN = /[\s,;+&|/]+/;
const JOINING = /^(?:and|und|et|y|e|with|[-–—.:]+)$/i;

/** The pigments of a label, each once, in the order in which they stand there; what is no code as it is written. */
export function pigmentsOf(text: string): string[] {
  const names = withPigmentCodes(
    text.replace(ASIDE, " "),
    (kind, family, number, form) => ` ${kind}${family}${number}${form === undefined ? "" : `:${form}`} `,
  )
    .split(BETWEEN)
    .filter((name) => name !== "" && !JOINING.test(name));
  return [...new Set(names)];
}
