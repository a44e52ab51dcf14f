"use client";

/** How the pile looks: kept, said to be the same, on the rails, or read in any other way. */
import { kindOfMixture } from "../../../domain/mixture/drying";
import { contentsOf } from "../../../domain/pile/contents";
import { LOOKS_THE_SAME } from "../../../domain/reading/eyeDraft";
import { ReadColour } from "../../../kit/reading/ReadColour";
import { specimenOf } from "../../../kit/reading/specimen";
import { useState } from "react";
import type { FilmState } from "../../../domain/reading/reading";
import { Button } from "../../../ui/Button";
import { NEXT } from "../../../ui/keepFocus";
import { FilmChoice } from "./FilmChoice";
import { LastLook } from "./LastLook";
import { useAim, useDeeds, useHand, useOffers, usePaint, useShown, useStory } from "../bench/contexts";

export function ReadingBar() {
  const { pile, isSample, reading } = useStory();
  const { hasDraft, setDraft } = useHand();
  const { keep, readDraft, read } = useDeeds();
  const { target, aim } = useAim();
  const [film, setFilm] = useState<FilmState>("wet");
  const [isReadOtherwise, setReadOtherwise] = useState(false);
  const { tubeById, toDry } = usePaint();
  const shown = useShown();
  const { next } = useOffers();
  // Where something is to be added, that is the next step.
  const isToBeAdded =
    next.status === "ready" && !hasDraft && reading !== undefined && "additions" in next.value.advice;
  // A sample shows what the pile could become; kept is the pile.
  const canKeep = !isSample && (hasDraft || reading !== undefined);
  const contents = pile ? contentsOf(pile) : [];
  return (
    <div className="mt-2 pb-4 wide:pb-0">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <Button
          data-guide="look"
          {...(pile && !reading && !hasDraft ? NEXT : {})}
          onClick={() => {
            setDraft(LOOKS_THE_SAME);
          }}
        >
          Looks the same
        </Button>
        {/* What is said, typed or measured has its own button. */}
        {isReadOtherwise && !hasDraft ? null : (
          <Button disabled={!hasDraft} onClick={readDraft}>
            Record this reading
          </Button>
        )}
        <Button data-guide="keep" weight={isToBeAdded ? "plain" : "main"} disabled={!canKeep} onClick={keep}>
          Keep as match
        </Button>
      </div>
      <LastLook />
      <div className="mt-2">
        <FilmChoice film={film} onChange={setFilm} />
      </div>
      <ReadColour
        ways={["words", "photo", "typed", "colorimeter"]}
        thing="the pile"
        beside={film === "wet" ? aim : target}
        predicted={film === "wet" ? shown?.lab : shown && toDry(shown.lab)}
        reference={{ name: "sample", lab: target }}
        specimen={specimenOf(contents, tubeById, kindOfMixture(contents, tubeById))}
        onWay={(way) => {
          setReadOtherwise(way !== undefined);
        }}
        onTake={(taken) => {
          if (taken) read(taken, film);
        }}
      />
    </div>
  );
}
