/**
 * When a skill wants to be asked about again, by a published scheduler: FSRS 6, of the package ts-fsrs. Its cards are not
 * kept; each is worked out anew from what was answered, so that they cannot disagree with it.
 */
import { type Card, createEmptyCard, fsrs, type Grade, Rating } from "ts-fsrs";
import type { Sign } from "../../domain/practice/answered";
import { skillKey } from "../../domain/practice/skills";

const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

/** Steps off up to which an answer counts as known. */
const GOOD = 0.5;
const HARD = 1;

function gradeOf(steps: number): Grade {
  return steps < GOOD ? Rating.Good : steps < HARD ? Rating.Hard : Rating.Again;
}

export type Recall = {
  /** Chance that what a skill was taught is still there; 0 for what was never asked. */
  readonly of: (skill: string) => number;
  /** When it should be asked again, ms since 1970; undefined of what was never asked. */
  readonly dueAt: (skill: string) => number | undefined;
};

/** @param signs - oldest first. @param now - ms since 1970. */
export function recallOf(signs: readonly Sign[], now: number): Recall {
  const cards = new Map<string, Card>();
  for (const { axis, about, steps, at } of signs) {
    const key = skillKey(axis, about);
    const card: Card = cards.get(key) ?? createEmptyCard(new Date(at));
    cards.set(key, scheduler.next(card, new Date(at), gradeOf(steps)).card);
  }
  return {
    of: (skill) => {
      const card = cards.get(skill);
      return card ? scheduler.get_retrievability(card, new Date(now), false) : 0;
    },
    dueAt: (skill) => cards.get(skill)?.due.getTime(),
  };
}
