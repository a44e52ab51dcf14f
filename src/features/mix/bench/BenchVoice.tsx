"use client";

/** What was worked out or done, told once and short to whoever hears the page. */
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { useSettings } from "../../../kit/studio/useStudio";
import { Status } from "../../../ui/Status";
import { additionWords } from "../../../words/additions";
import { deltaEText } from "../../../words/colors";
import { DEED_WORDS } from "../../../words/deeds";
import { insteadHeading, isBetterNotAdded } from "../correct/Instead";
import { useDeeds, useOffers, usePaint, useStory } from "./contexts";

export function BenchVoice() {
  return <Status className="sr-only">{useBenchWords()}</Status>;
}

function useBenchWords(): string {
  const { actions } = useDeeds();
  const { next, recipes, search } = useOffers();
  const { pile, reading, plan, isSample } = useStory();
  const { steps } = plan;
  const { tubeById } = usePaint();
  const settings = useSettings();
  const undone = actions.undone ? `The ${DEED_WORDS[actions.undone]} is taken back. ` : "";
  if (!pile) {
    const [first] = recipes;
    if (search.status !== "ready" || !first) return undone;
    const ways = recipes.length === 1 ? "One way to mix it" : `${recipes.length} ways to mix it`;
    return `${undone}${ways}, the first comes within ${deltaEText(first.deltaE2000)}.`;
  }
  if (!reading) {
    const laid = steps.filter(({ isDone }) => isDone).length;
    const open = steps.length - laid;
    return `${undone}${laid === 1 ? "One dose is" : `${laid} doses are`} in the pile${open > 0 ? `, ${open} to go` : ""}. Say how it looks.`;
  }
  if (next.status !== "ready") return undone;
  const { advice, tubeIds } = next.value;
  if (advice.advice === "leave-it") return `${undone}It is close enough: keep it.`;
  if (advice.advice === "look-again") return `${undone}It seems close enough: look once more.`;
  if (advice.why === "no-nearer") return `${undone}No addition helps: keep it, or begin again.`;
  if (isBetterNotAdded(advice, isSample, settings.school)) return `${undone}${insteadHeading(advice, pile)}.`;
  const [best] = advice.additions;
  if (!best) return undone;
  const words = additionWords(best, tubeIds, tubeById, settings, volumeOf(contentsOf(pile)));
  return `${undone}Add next: ${words}.`;
}
