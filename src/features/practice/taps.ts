/** How many taps a question takes. */
import { stepsOfNaming } from "../../domain/practice/naming";
import type { Question } from "../../domain/practice/practice";

export function tapsOf(question: Question): number {
  switch (question.drill) {
    case "name":
    case "place":
      return stepsOfNaming(question).length;
    case "order":
      return question.patches.length - 1;
    case "wrong":
      return 2;
    default:
      return 1;
  }
}
