/** The words that painters use of a pile beside its target, and what each stands for. */
import { HUE_PLACES } from "./huePlaces";

export type Fault =
  | { readonly axis: "value" | "chroma"; readonly sign: 1 | -1 }
  | { readonly axis: "hue"; readonly towardsDegrees: number };

/** CIELAB units of C* or ΔH*; a share of a value step. The middle of what differenceWords says for each. */
export const AMOUNTS = {
  touch: { units: 3.5, steps: 0.25 },
  little: { units: 7, steps: 0.5 },
  plain: { units: 10, steps: 0.75 },
  clearly: { units: 14, steps: 1 },
  far: { units: 25, steps: 2 },
} as const satisfies Readonly<Record<string, { readonly units: number; readonly steps: number }>>;
export type Amount = { readonly units: number; readonly steps: number };

/** One table from a line of words for each meaning. */
function table<T>(lines: readonly (readonly [string, T])[]): ReadonlyMap<string, T> {
  return new Map(lines.flatMap(([words, value]) => words.split(" ").map((word) => [word, value] as const)));
}

export const AMOUNT_WORDS = table<Amount>([
  [
    "touch hair trace tiny tad shade fraction slightly barely whisker smidge smidgen mite faintly hint",
    AMOUNTS.touch,
  ],
  ["bit little somewhat", AMOUNTS.little],
  ["rather quite fairly pretty", AMOUNTS.plain],
  ["clearly much very noticeably considerably distinctly strongly definitely", AMOUNTS.clearly],
  ["far lot lots way extremely massively hugely miles loads", AMOUNTS.far],
]);

const towards = (name: string): Fault => ({
  axis: "hue",
  towardsDegrees: HUE_PLACES.find((place) => place.name === name)?.centreDegrees ?? Number.NaN,
});
const value = (sign: 1 | -1): Fault => ({ axis: "value", sign });
const chroma = (sign: 1 | -1): Fault => ({ axis: "chroma", sign });

export const FAULT_WORDS = table<Fault>([
  ["light pale lighter paler lightish", value(1)],
  ["dark deep darker deeper darkish black blackish", value(-1)],
  ["vivid colourful colorful saturated clean vivider cleaner garish loud", chroma(1)],
  [
    "dull grey gray muted muddy neutral dirty duller greyer grayer muddier dirtier greyed grayed greyish grayish dullish drab lifeless earthy",
    chroma(-1),
  ],
  ["red redder reddish crimson scarlet", towards("red")],
  ["orange oranger orangey orangish", towards("orange")],
  ["yellow yellower yellowish yellowy", towards("yellow")],
  ["green greener greenish", towards("green")],
  ["teal turquoise cyan aqua", towards("blue-green")],
  ["blue bluer bluish blueish", towards("blue")],
  ["violet purple violetish purplish purpler mauve lilac", towards("violet")],
  ["pink pinkish pinker magenta", towards("red-violet")],
]);

/** "Reddening" and its kin, said of what the pile needs. */
export const TURN_WORDS = table<string>([
  ["lightening lighten", "light"],
  ["darkening darken", "dark"],
  ["dulling greying graying dull mute muting neutralising neutralizing", "dull"],
  ["reddening redden", "red"],
  ["yellowing", "yellow"],
  ["greening", "green"],
  ["bluing blueing", "blue"],
  ["warming warm", "warm"],
  ["cooling cool", "cool"],
  ["brightening brighten", "bright"],
  ["strengthening", "strong"],
]);

/** Words with two studio meanings: asked back, never guessed. */
export const QUESTION_WORDS = table<readonly [string, string]>([
  ["bright brighter", ["vivid", "light"]],
  ["strong stronger intense rich richer", ["vivid", "dark"]],
  ["weak weaker", ["dull", "light"]],
  ["cold colder cool cooler", ["blue", "green"]],
  ["warm warmer", ["red", "yellow"]],
  ["chalky washed pastel milky faded white whiter whitish", ["light", "dull"]],
  ["heavy heavier", ["dark", "vivid"]],
  ["high higher", ["light", "vivid"]],
  ["low lower", ["dark", "dull"]],
  ["brown browner brownish", ["orange", "dull"]],
  ["golden olive", ["yellow", "dull"]],
  ["fresh fresher", ["vivid", "light"]],
]);

/** What there can be too much of, or too little. */
export const CHROMA_WORDS: ReadonlySet<string> = new Set(
  "chroma saturation intensity colour color".split(" "),
);

export const AXIS_WORDS = table<"value" | "chroma" | "hue">([
  ["value values lightness tone l", "value"],
  ["chroma brightness saturation intensity c", "chroma"],
  ["hue", "hue"],
]);

/** What is high or low of an axis that is named. */
export const HIGH_OR_LOW = table<1 | -1>([
  ["high higher", 1],
  ["low lower", -1],
]);

/**
 * What a word does in its sentence:
 * same    nothing is wrong, of the axis that is named, or of all that is not said
 * wish    said of what the pile should become: each fault is then meant the other way round
 * lack    said of one fault: the pile has less of it than the target
 * target, pile   what is spoken of
 * is      what is seen, not wished
 * end     the end of a clause
 * filler  changes nothing
 */
export type Role = "same" | "wish" | "lack" | "target" | "pile" | "is" | "end" | "filler";

export const TARGET_WORDS = "target sample subject original chip note reference aim";

export const ROLES = table<Role>([
  [
    "same identical matches match matched vanishes perfect perfectly spot-on good great fine ok okay right correct exact exactly equal done invisible",
    "same",
  ],
  ["needs need should could wants want add adding make give take more-of requires must", "wish"],
  ["lacks lacking missing lack short", "lack"],
  [TARGET_WORDS, "target"],
  ["pile mine mix mixture paint it dab this", "pile"],
  ["is looks seems appears are was reads leans comes came went gone turned dried dries", "is"],
  [", ; . but while whereas though except", "end"],
  [
    "a an the too and also of than in out to be almost nearly just on at with as still bit now here there so really only for me my eye eyes i think would say by beside next against compared that its both or little step steps color colour colours colors towards toward side sort kind overall perhaps maybe about tinge cast has have got shows with does do then again actually leaning overly ever some all look looking tint use",
    "filler",
  ],
]);
