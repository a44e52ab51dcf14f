"use client";

/** What can be done with a kept match: looked at dry, corrected, used in others, mixed again. */
import { useStored } from "../../../kit/store/useStored";
import Link from "next/link";
import { useState } from "react";
import type { Match } from "../../../domain/match/match";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { expandLeftovers } from "../../../domain/pile/leftovers";
import { leftoverId } from "../../../domain/pile/puddle";
import type { StoredColor } from "../../../domain/reading/storedColor";
import { labFromStored, storedFromLab } from "../../../domain/reading/storedColor";
import { useMatchCommands } from "../../../kit/commands/matches";
import { usePileCommands } from "../../../kit/commands/piles";
import { useOnce } from "../../../kit/commands/useOnce";
import { ReadColour } from "../../../kit/reading/ReadColour";
import { specimenOf } from "../../../kit/reading/specimen";
import { attempt } from "../../../kit/studio/problems";
import { useSettings } from "../../../kit/studio/useStudio";
import { readPile } from "../../../kit/store/calls";
import { Button, buttonClass } from "../../../ui/Button";
import { Status } from "../../../ui/Status";
import { describeLab } from "../../../words/colors";
import { exactWords } from "../../../words/doses";
import { useAim, useDeeds, usePaint } from "../bench/contexts";
import { PushedNeighbours } from "./PushedNeighbours";
import { later } from "../../../ui/later";

const PileCare = later(async () => (await import("../pile/PileCare")).PileCare);

export function KeptMatch({ match }: { match: Match }) {
  return (
    <>
      {match.verdict === "provisional" ? <DryCheck match={match} /> : null}
      <PushedNeighbours match={match} />
      <Leftover match={match} />
    </>
  );
}

/** Only a person at the dry paint confirms; what they saw there teaches how this paint dries. */
function DryCheck({ match }: { match: Match }) {
  const { target } = useAim();
  const { tubeById } = usePaint();
  const settings = useSettings();
  const { recordDryCheck } = useMatchCommands();
  const [dry, setDry] = useState<StoredColor>();
  const once = useOnce(`${match.id} ${match.verdict}`);
  const pile = useStored(readPile, [match.pileId]);
  return (
    <div className="mt-2 flex flex-col gap-2">
      <p>Say how the dry paint looks, if you like; it teaches how this paint dries.</p>
      <ReadColour
        ways={["words", "photo", "typed", "colorimeter"]}
        thing="the dry paint"
        beside={target}
        predicted={labFromStored(match.result)}
        reference={{ name: "sample", lab: target }}
        specimen={pile && specimenOf(contentsOf(pile), tubeById, undefined)}
        onTake={(taken) => {
          if (!taken) return;
          setDry(storedFromLab(taken.lab, taken.source, taken.uncertaintyDeltaE2000, taken.silent));
        }}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          onClick={() => {
            once("check", () => recordDryCheck(match.id, "confirmed", Date.now(), dry));
          }}
        >
          Dry, still right
        </Button>
        <Button
          onClick={() => {
            once("check", () => recordDryCheck(match.id, "moved", Date.now(), dry));
          }}
        >
          It changed while drying
        </Button>
      </div>
      {dry ? (
        <Status>Dry it is {describeLab(labFromStored(dry), settings).sentence}. Is it still right?</Status>
      ) : null}
    </div>
  );
}

/** What is left of the pile can go into other piles, be corrected, or be mixed again. */
function Leftover({ match }: { match: Match }) {
  const { note } = useAim();
  const { actions } = useDeeds();
  const settings = useSettings();
  const { setLeft } = usePileCommands();
  const pile = useStored(readPile, [match.pileId]);
  if (!pile) return null;
  const parts = volumeOf(contentsOf(pile));
  const left = pile.leftParts ?? 0;
  const leave = (share: number): void => {
    attempt(setLeft(pile.id, parts * share, pressed()));
  };
  return (
    <>
      <div className="mt-1 flex flex-wrap items-center gap-x-4">
        {left > 0 ? (
          <span>{exactWords(left, settings)} of it are left and may go into other recipes.</span>
        ) : null}
        <Button
          weight="quiet"
          onClick={() => {
            leave(left > 0 ? 0 : 1 / 2);
          }}
        >
          {left > 0 ? "none is left" : "about half is left"}
        </Button>
        {left > 0 ? null : (
          <Button
            weight="quiet"
            onClick={() => {
              leave(1);
            }}
          >
            all of it is left
          </Button>
        )}
        <Button
          weight="quiet"
          onClick={() => {
            const whole = [{ tubeId: leftoverId(pile.id), parts: left > 0 ? left : parts }];
            const at = pressed();
            actions.correct(
              pile,
              expandLeftovers(whole, [pile]).map((dose) => ({ ...dose, addedAt: at })),
            );
          }}
        >
          correct it further
        </Button>
        <Link href={`/mix?note=${note.id}&again=${pile.id}`} className={buttonClass("quiet")}>
          I ran out, mix it again
        </Link>
      </div>
      {left > 0 ? <PileCare pile={pile} /> : null}
    </>
  );
}

/** The clock is read when the painter presses, not while the line is drawn. */
const pressed = (): number => Date.now();
