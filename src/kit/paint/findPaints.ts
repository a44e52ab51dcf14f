/** Paints by what a painter types: studio names in any order, short forms, codes with and without marks. */
import MiniSearch from "minisearch";
import { withPigmentCodes } from "../../domain/tube/pigmentCodes";
import { OUTSIDE_PAINTS, type OutsidePaint, type Paint, PAINTS } from "../../domain/tube/paints";

/** "Cad red", "ult blue": what painters shorten, and what the label says. */
const SHORT_FORMS: ReadonlyMap<string, string> = new Map([
  ["cad", "cadmium"],
  ["quin", "quinacridone"],
  ["thalo", "phthalo"],
  ["pthalo", "phthalo"],
  ["phthalocyanine", "phthalo"],
  ["ult", "ultramarine"],
  ["yel", "yellow"],
  ["blk", "black"],
  ["wht", "white"],
  ["grn", "green"],
  ["med", "medium"],
  ["lt", "light"],
  ["dk", "dark"],
  ["perm", "permanent"],
  ["gray", "grey"],
  ["ocher", "ochre"],
  ["dpp", "pyrrole"],
  ["trans", "transparent"],
  ["ox", "oxide"],
  ["gs", "green shade"],
  ["rs", "red shade"],
  ["bs", "blue shade"],
  ["ys", "yellow shade"],
]);

/** What makers put beside a name, and what hardly says which pigment it is: left out where nothing is called just so. */
const HARDLY_SAYS = new Set(
  "light pale bright deep dark medium extra genuine hue natural bluish greenish reddish yellowish warm cool".split(
    " ",
  ),
);

/** Words of a text, with codes such as "P.B. 15:3" and "pb153" as one word each. */
export function paintWords(text: string): string[] {
  const bare = text.normalize("NFKD").replace(/\p{M}/gu, "").replace(/['’`]/g, "");
  return withPigmentCodes(bare, (kind, family, number, form = "") => ` ${kind}${family}${number}${form} `)
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .flatMap((word) => (SHORT_FORMS.get(word) ?? word).split(" "));
}

const index = new MiniSearch<{
  id: string;
  label: string;
  otherNames: string;
  codes: string;
  family: string;
}>({
  fields: ["label", "otherNames", "codes", "family"],
  tokenize: paintWords,
  processTerm: (term) => term,
  searchOptions: {
    combineWith: "AND",
    prefix: true,
    fuzzy: (term) => (/\d/.test(term) || term.length < 5 ? false : 0.2),
    boost: { label: 3, otherNames: 2.5, codes: 3 },
    tokenize: paintWords,
    processTerm: (term) => term,
  },
});
index.addAll(
  PAINTS.map(({ id, label, otherNames, codes, family }) => ({
    id,
    label,
    otherNames: otherNames.join(" , "),
    codes: codes.join(" "),
    family,
  })),
);
const paintById = new Map(PAINTS.map((paint) => [paint.id, paint]));

/**
 * What fits the text, best first; all paints in their own order for an empty text. Where nothing is called so: what fits
 * without the words that hardly say which pigment it is, or without the form of a code; of several codes, what holds any.
 */
export function findPaints(text: string): readonly Paint[] {
  const words = paintWords(text);
  if (words.length === 0) return PAINTS;
  const found = fitting(words);
  if (found.length > 0 || outsidePaint(text)) return found;
  const plain = paintWords(withPigmentCodes(text, (kind, family, number) => ` ${kind}${family}${number} `));
  const bare = plain.filter((word) => !HARDLY_SAYS.has(word));
  const near = bare.length > 0 ? fitting(bare) : [];
  if (near.length > 0 || !bare.every(isCode)) return near;
  return [...new Set(bare.flatMap((code) => fitting([code])))];
}

const isCode = (word: string): boolean => /^[pn][a-z]{1,2}\d+$/.test(word);

function fitting(words: readonly string[]): readonly Paint[] {
  const asked = words.join(" ");
  const found = index.search(asked).flatMap(({ id }) => paintById.get(String(id)) ?? []);
  // What is called just so goes before what is only called something like it.
  return [
    ...found.filter((paint) => isCalled(paint, asked)),
    ...found.filter((paint) => !isCalled(paint, asked)),
  ];
}

/** @param asked - its words, as {@link paintWords} reads them. */
function isCalled({ label, otherNames }: Paint, asked: string): boolean {
  return [label, label.replace(/ \(.*\)/, ""), ...otherNames].some(
    (name) => paintWords(name).join(" ") === asked,
  );
}

/** A paint that was asked for by name, and of which nothing can be computed. */
export function outsidePaint(text: string): OutsidePaint | undefined {
  const asked = paintWords(text);
  if (asked.length === 0) return undefined;
  return OUTSIDE_PAINTS.find(({ names }) =>
    names.some((name) => {
      const words = paintWords(name);
      return asked.every((word) => words.some((own) => own.startsWith(word))) && asked.join("").length >= 4;
    }),
  );
}
