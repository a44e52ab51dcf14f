"use client";

/** What to add next, with other ways, their side effects and what each costs; or to leave it, or begin again. */
import { plainParts } from "../../../core/correct/additionPart";
import type { Addition } from "../../../core/correct/nextAddition";
import { Button } from "../../../ui/Button";
import { Fold } from "../../../ui/Fold";
import { NEXT } from "../../../ui/keepFocus";
import { Menu, MenuItem } from "../../../ui/Menu";
import { Patch } from "../../../ui/Patch";
import { Together } from "../../../ui/Together";
import { sampleShare } from "../../../domain/hand/handAmounts";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { useSettings } from "../../../kit/studio/useStudio";
import { deltaEText, describeLab } from "../../../words/colors";
import { exactWords } from "../../../words/doses";
import { TaskLine } from "../../../kit/query/TaskLine";
import { additionWords, growthWords, moveWords, riskWords, whyWords } from "../../../words/additions";
import { coachWords } from "../../../words/schools";
import { inOrderOfSchool } from "../../../domain/school/school";
import { useAim, useDeeds, useOffers, usePaint, useStory } from "../bench/contexts";
import { Instead, insteadHeading, isBetterNotAdded, NoNearer, OtherWays } from "./Instead";

export function NextStep() {
  const { next } = useOffers();
  const { pile, reading, isSample } = useStory();
  const settings = useSettings();
  if (!pile) return null;
  if (!reading)
    return (
      <p className="mt-4 border-l-4 border-ink pl-3">
        Say how the {isSample ? "sample" : "pile"} looks beside the target, and the next addition is worked
        out.
      </p>
    );
  if (next.status !== "ready")
    return (
      <TaskLine
        task={next.status === "asking" ? { ...next, last: undefined } : next}
        asking="Working out the next addition"
        what="What to add next"
        // Room for what comes, or what stands below would go from under a finger.
        className={next.status === "asking" ? "mt-4 min-h-96" : "mt-4"}
      />
    );
  const { advice, tubeIds } = next.value;
  if (advice.advice === "leave-it")
    return (
      <section aria-labelledby="next" className="mt-4">
        <h2 id="next" className="font-bold">
          Leave it
        </h2>
        <p>It is as close as this match asks for. Keep it, and look again when it is dry.</p>
      </section>
    );
  if (advice.advice === "look-again")
    return (
      <section aria-labelledby="next" className="mt-4">
        <h2 id="next" className="font-bold">
          Look once more
        </h2>
        <p>
          It seems close enough (<Together>{deltaEText(advice.deltaE2000)}</Together>), but not surely: it may
          be off by <Together>{deltaEText(advice.doubt)}</Together> more. Say again how it looks, or read it;
          or keep it as it is.
        </p>
      </section>
    );
  const isInstead = isBetterNotAdded(advice, isSample, settings.school);
  const [first, ...others] = advice.additions;
  const additions = first ? [first, ...inOrderOfSchool(others, settings.school)] : [];
  if (advice.why === "no-nearer")
    return (
      <NoNearer advice={advice}>
        {advice.additions.map((addition) => (
          <AdditionRow key={keyOf(addition)} addition={addition} tubeIds={tubeIds} isFirst={false} />
        ))}
      </NoNearer>
    );
  return (
    <section aria-labelledby="next" className="mt-4">
      <h2 id="next" className="font-bold">
        {isInstead ? insteadHeading(advice, pile) : "Add next"}
      </h2>
      {isInstead ? <Instead advice={advice} /> : null}
      <p className="text-muted">{coachWords(settings.school)}</p>
      <ul className="mt-1 border-t">
        {additions.slice(0, SHOWN_AT_ONCE).map((addition, i) => (
          <AdditionRow
            key={keyOf(addition)}
            addition={addition}
            tubeIds={tubeIds}
            isFirst={i === 0 && !isInstead}
          />
        ))}
      </ul>
      {additions.length > SHOWN_AT_ONCE ? (
        <Fold label={`${additions.length - SHOWN_AT_ONCE} more to choose from`}>
          <ul className="border-t">
            {additions.slice(SHOWN_AT_ONCE).map((addition) => (
              <AdditionRow key={keyOf(addition)} addition={addition} tubeIds={tubeIds} isFirst={false} />
            ))}
          </ul>
        </Fold>
      ) : null}
      {advice.advice === "add" || isSample || isInstead ? null : <Instead advice={advice} isPlain />}
      {isSample ? null : <OtherWays advice={advice} />}
    </section>
  );
}

/** The best and its second choice; painters who want others ask for them. */
const SHOWN_AT_ONCE = 2;

const keyOf = (addition: Addition): string => addition.parts.map(({ tube }) => tube).join();

function AdditionRow({
  addition,
  tubeIds,
  isFirst,
}: {
  addition: Addition;
  tubeIds: readonly string[];
  isFirst: boolean;
}) {
  const { tubeById, wetOf } = usePaint();
  const { aim } = useAim();
  const { lay, tryOut } = useDeeds();
  const { pile, isSample } = useStory();
  const settings = useSettings();
  const predicted = wetOf(addition.predicted);
  const parts = plainParts(addition.parts).map(({ tube, volume }) => ({
    tubeId: tubeIds[tube] ?? "",
    parts: volume,
  }));
  const wholeParts = volumeOf(pile ? contentsOf(pile) : []);
  const words = additionWords(addition, tubeIds, tubeById, settings, wholeParts);
  const layHalf = (): void => {
    lay(
      parts.map((part) => ({ ...part, parts: part.parts / 2 })),
      false,
    );
  };
  const tryIt = (): void => {
    const sample = sampleShare(
      parts.map((part) => part.parts),
      parts.map(({ tubeId }) => tubeById.get(tubeId)),
      settings,
      wholeParts,
    );
    tryOut(
      sample.share,
      parts.map((part, i) => ({ ...part, parts: sample.doses[i] ?? part.parts })),
    );
  };
  return (
    <li className="border-b py-2">
      <div className="flex gap-3">
        <span className="flex shrink-0 self-stretch">
          <Patch lab={aim} className="min-h-14 w-8" />
          <Patch
            lab={predicted}
            label={`Predicted: ${describeLab(predicted, settings).sentence}`}
            className="min-h-14 w-8"
          />
        </span>
        <p className="min-w-0 flex-1 leading-snug">
          <span className={isFirst ? "text-lg font-bold" : "font-semibold"}>{words}</span>
          <span className="block">{moveWords(addition, settings.scale)}</span>
          <span className="block text-sm text-muted">
            {whyWords(addition)}; {growthWords(addition)}; {riskWords(addition)}; then{" "}
            {deltaEText(addition.deltaE2000)} ± {addition.spread.toFixed(1)}
          </span>
        </p>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-3 pl-[4.75rem]">
        <Button
          {...(isFirst ? NEXT : {})}
          weight={isFirst ? "main" : "plain"}
          aria-label={`I added it: ${words}`}
          onClick={() => {
            lay(parts, false);
          }}
        >
          I added it
        </Button>
        {isFirst ? (
          <>
            <Button aria-label={`I added half of it: ${words}`} onClick={layHalf}>
              I added half
            </Button>
            {isSample ? null : (
              <Button weight="quiet" aria-label={`Try it on the side: ${words}`} onClick={tryIt}>
                try it on the side
              </Button>
            )}
          </>
        ) : (
          <Menu label="or" name={`Other ways with ${words}`}>
            <MenuItem onSelect={layHalf}>I added half of it</MenuItem>
            {isSample ? null : <MenuItem onSelect={tryIt}>Try it on the side</MenuItem>}
          </Menu>
        )}
      </div>
    </li>
  );
}

/** While a sample lies on the side, it stands on the bench in place of its pile, which waits as it is. */
export function SampleLine() {
  const { pile, isSample } = useStory();
  const { actions } = useDeeds();
  const settings = useSettings();
  if (!pile?.side || !isSample) return null;
  const { of: parent, share } = pile.side;
  const taken = contentsOf({ additions: pile.additions.filter(({ fromPileId }) => fromPileId === parent) });
  return (
    <section aria-label="The sample on the side" className="mb-3 border-2 border-dashed border-ink p-3">
      <p>
        <span className="font-bold">On the side:</span> {exactWords(volumeOf(taken), settings)} of the pile,
        one part in {Math.round(1 / share)}. The pile and its record stay as they are.
      </p>
      <div className="mt-1 flex flex-wrap gap-3">
        <Button weight="main" onClick={actions.commitSample}>
          Do the same to the pile
        </Button>
        <Button onClick={actions.setAside}>Leave the pile as it is</Button>
      </div>
    </section>
  );
}
