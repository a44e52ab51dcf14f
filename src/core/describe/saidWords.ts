/** What painters say, in the spelling that ./readWords reads. */
import { AMOUNT_WORDS, FAULT_WORDS, QUESTION_WORDS, TARGET_WORDS } from "./eyeWords";

/** "More red than the target" is clear; without the target it may be a wish. */
function compared(word: string, meant: string): readonly [RegExp, string] {
  const targets = TARGET_WORDS.replaceAll(" ", "|");
  return [new RegExp(`\\b${word} ([a-z]+) than (?=(?:the |my )?(?:${targets})\\b)`, "g"), meant];
}

/** Sayings that are one word, and other spellings. */
const SPELLINGS: readonly (readonly [RegExp, string])[] = [
  [/[’`]/g, "'"],
  // "Waaay too dark", "0,5 steps".
  [/([a-z])\1{2,}/g, "$1"],
  [/(\d),(?=\d)/g, "$1."],
  [/\ba(bit|lot)\b/g, "a $1"],
  [/\ba (?:good|great) deal\b/g, "a lot"],
  [/\bi'(?:d|ll|ve|m)\b/g, "i"],
  [/\b(they|we|you)'re\b/g, "$1 are"],
  [/\b(is|does|do|are|was|has|can|could|should|would)n'?t\b/g, "$1 not"],
  // "It's", "mine's", "the target's".
  [/\b([a-z]+)'s\b/g, "$1 is"],
  // The light that falls on it is no fault of the pile.
  [/\b(?:in|under|by) (?:this|that|the|my) (?:[a-z]+ )?light\b/g, ""],
  compared("more", "$1 than "),
  compared("less", "lacks $1 than "),
  [/\bdo(?:es)? not match\b|\bmismatch\w*\b/g, "unlike-match"],
  [/\bno longer\b/g, "not"],
  [/\bnever\b/g, "not"],
  [/\bno difference\b|\bspot[ -]on\b|\bdead on\b|\bright on\b|\b(good|close|near) enough\b/g, "spot-on"],
  [
    /\bnot (?:yet )?(?:quite )?(?:the )?(same|right|identical|good|ok|okay|perfect|match(?:ed)?)\b/g,
    "unlike-$1",
  ],
  [/\bnot enough\b|\btoo little\b|\btoo few\b/g, "lacks"],
  [/\bnot (?:quite |nearly |at all )?as (\w+)(?: as)?\b/g, "lacks $1"],
  [/\bnot (?:quite |nearly |really )?((?:\w+ )??\w+) enough\b/g, "lacks $1"],
  [/\bnot too (bad)\b/g, "unlike-$1"],
  [/\bwashed[ -]out\b/g, "washed"],
  // Nobody says of a look that it lightens.
  [/\b(lighten|darken|redden)\b/g, "needs $1"],
  [/\boff\b/g, "unlike-off"],
];

/** Sizes as painters and Gaman write them, as "#0.5". */
const SIZES: readonly (readonly [RegExp, string])[] = [
  [/¼|\b1\/4\b/g, " 0.25"],
  [/½|\b1\/2\b/g, " 0.5"],
  [/¾|\b3\/4\b|\bthree[ -]quarters?(?: of)?(?: a(?= (?:steps?|values?)))?\b/g, " 0.75"],
  [/\b(?:one|a)(?: steps?| values?)? and a half(?: steps?| values?)?\b/g, "1.5 steps"],
  [/\btwo(?: steps?| values?)? and a half(?: steps?| values?)?\b/g, "2.5 steps"],
  [/\b(?:a )?quarter(?: of)?(?: a(?= (?:steps?|values?)))?\b/g, "0.25"],
  [/\b(?:a )?half(?: of)?(?: a)?(?= (?:steps?|values?)\b)/g, "0.5"],
  [/\b(one|a)(?= (?:whole |full )?(?:steps?|values?)\b)/g, "1"],
  [/\btwo\b/g, "2"],
  [/\bthree\b/g, "3"],
  [/\bfour\b/g, "4"],
  [/(?<!\.)\b(\d+) +(0\.\d+)\b/g, "$1+$2"],
  [/(\d*\.?\d+(?:\+\d*\.\d+)?)\s*(?:of )?(?:a |whole |full )*(?:steps?|values?)\b/g, "#$1"],
  [/\b((?:\d\+)?0\.(?:25|5|75)|[12]\.5)\b(?!\S)/g, "#$1"],
];

/** "Too dark by half a step": the amount after its fault. */
const AMOUNT_AFTER =
  /\b([a-z]+) by (?:about |around |roughly |maybe |perhaps |at least )?(?:an? )?(?:very |good |whole )?(#[\d.+]+|[a-z]+)/g;

/** The amount put before the fault, as everywhere else. */
function turnedAround(said: string, fault: string, amount: string): string {
  const isFault = FAULT_WORDS.has(fault) || QUESTION_WORDS.has(fault);
  return isFault && (amount.startsWith("#") || AMOUNT_WORDS.has(amount)) ? `${amount} ${fault}` : said;
}

/** What was said, word by word: sizes as "#0.5", amounts before their faults, and ends of clauses. */
export function wordsOf(text: string): readonly string[] {
  const spelled = [...SPELLINGS, ...SIZES]
    .reduce((phrase, [pattern, word]) => phrase.replace(pattern, word), text.toLowerCase())
    .replaceAll("##", "#")
    .replace(AMOUNT_AFTER, turnedAround);
  return spelled.match(/#[\d.+]+|\d*\.?\d+|[a-z]+(?:-[a-z]+)*|[,;.]/g) ?? [];
}
