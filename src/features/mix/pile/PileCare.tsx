"use client";

/** How a pile lies: covered or open, soft or stiff, streaky on purpose, how much of it is left. */
import { formatDistance } from "date-fns";
import { filmOf } from "../../../domain/mixture/color";
import { kindOfMixture } from "../../../domain/mixture/drying";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { isFree, partsToTake, stiffensAt } from "../../../domain/pile/ingredients";
import type { Pile } from "../../../domain/pile/pile";
import { usePileCommands } from "../../../kit/commands/piles";
import { useMinute } from "../../../kit/paint/useMinute";
import { attempt } from "../../../kit/studio/problems";
import { Button } from "../../../ui/Button";
import { CheckField } from "../../../ui/fields";
import { Status } from "../../../ui/Status";
import { GroundField } from "../keep/GroundField";
import { usePaint } from "../bench/contexts";

/** The clock is read when the painter presses, not while the line is drawn. */
const pressed = (): number => Date.now();

export function PileCare({ pile }: { pile: Pile }) {
  const { tubeById } = usePaint();
  const { setLeft, setPileGround, setSoft, setStreaky } = usePileCommands();
  const now = useMinute();
  const contents = contentsOf(pile);
  const medium = kindOfMixture(contents, tubeById)?.medium ?? "other";
  const stiffens = stiffensAt(pile, medium);
  const isCovered = pile.soft?.isCovered ?? false;
  const isFinished = pile.state !== "open" && pile.side === undefined;
  const whole = volumeOf(contents);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-5">
      <CheckField
        label="covered"
        isChecked={isCovered}
        onChange={(covered) => {
          attempt(setSoft(pile.id, covered, pressed()));
        }}
      />
      {isFinished ? null : (
        <CheckField
          label="left streaky on purpose"
          isChecked={pile.isStreaky ?? false}
          onChange={(isStreaky) => {
            attempt(setStreaky(pile.id, isStreaky));
          }}
        />
      )}
      {isFinished && isFree(pile) && partsToTake(pile) > 0 ? (
        <>
          <Button
            weight="quiet"
            onClick={() => {
              attempt(setLeft(pile.id, whole / 2, pressed()));
            }}
          >
            about half is left
          </Button>
          <Button
            weight="quiet"
            onClick={() => {
              attempt(setLeft(pile.id, 0, pressed()));
            }}
          >
            none is left
          </Button>
        </>
      ) : null}
      {isFree(pile) && filmOf(contents, tubeById) ? (
        <GroundField
          ground={pile.ground}
          canBeWet={false}
          onGround={(ground) => {
            attempt(setPileGround(pile.id, ground));
          }}
        />
      ) : null}
      <Status className="text-sm text-muted">
        {Number.isFinite(stiffens)
          ? stiffens < now
            ? "By the clock it has dried out, and no other pile is offered it."
            : `Usually soft for ${formatDistance(stiffens, now)} more.`
          : "Water wakes it again."}
      </Status>
      {stiffens < now ? (
        <Button
          weight="quiet"
          onClick={() => {
            attempt(setSoft(pile.id, isCovered, pressed()));
          }}
        >
          it is still soft
        </Button>
      ) : null}
    </div>
  );
}
