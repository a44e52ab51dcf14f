"use client";

/** One match or pile with everything that went in, what became of it since, and the way to mix it again. */
import { format } from "date-fns";
import { useStored } from "../../kit/store/useStored";
import Link from "next/link";
import { deltaE2000 } from "../../core/color/ciede2000";
import type { LabD65 } from "../../core/color/types";
import { differenceWords, WORKING_TOLERANCE } from "../../core/describe/difference";
import type { Dose } from "../../domain/pile/pile";
import { readRecord } from "../../kit/store/calls";
import type { LogRecord } from "../../persistence/matchRecords";
import { isFree } from "../../domain/pile/ingredients";
import { contentsOf, volumeOf } from "../../domain/pile/contents";
import type { Match } from "../../domain/match/match";
import type { Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import { labFromStored } from "../../domain/reading/storedColor";
import { Button, buttonClass } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { Drawer } from "../../ui/Drawer";
import { tintOfTube } from "../../domain/tube/smear";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { deltaEText, describeLab } from "../../words/colors";
import { exactWords, handWords, tubeName } from "../../words/doses";
import { CardButtons } from "./CardButtons";
import { TargetAndPile, type Held } from "./Compare";
import type { RecipeCard } from "./recipeCard";
import { PlannedLayers, useLayerLines } from "./PlannedLayers";
import { Care, Readings, SinceLine, WentIn } from "./RecordParts";
import { SOURCE_WORDS, STATE_WORDS } from "../../words/states";

export type OpenRecord = { readonly matchId?: string; readonly pileId?: string };

type Props = {
  readonly open: OpenRecord | undefined;
  readonly held: Held | undefined;
  readonly onHold: (held: Held | undefined) => void;
  readonly onClose: () => void;
};

export function LogDetail({ open, onClose, ...rest }: Props) {
  const { matchId, pileId } = open ?? {};
  const record = useStored(
    readRecord,
    (matchId ?? pileId) ? [{ ...(matchId && { matchId }), ...(pileId && { pileId }) }] : undefined,
  );
  const { match, pile, note } = record ?? {};
  const when = match
    ? `Kept ${format(match.keptAt, "d MMMM yyyy, HH:mm")}`
    : pile
      ? `Begun ${format(pile.createdAt, "d MMMM yyyy, HH:mm")}, ${STATE_WORDS[pile.state]}`
      : "";
  return (
    <Drawer
      isOpen={open !== undefined}
      onOpenChange={(isOpen) => {
        if (!isOpen) onClose();
      }}
      title={note?.name ?? (match ? "A note no longer known" : "Record")}
      description={when}
    >
      {record && (match ?? pile) ? (
        <Detail key={match?.id ?? pile?.id} record={record} {...rest} onClose={onClose} />
      ) : record ? (
        <p>This record is not in the log any more.</p>
      ) : null}
    </Drawer>
  );
}

function Detail({ record, held, onHold, onClose }: { record: LogRecord } & Omit<Props, "open">) {
  const settings = useSettings();
  const change = useChangeSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const { match, pile, note, readings, layerings } = record;
  const layered = useLayerLines(layerings);
  const stored = match?.target ?? note?.target;
  const target = stored && labFromStored(stored);
  const lastRead = match?.result ?? readings.at(-1)?.color;
  const result = lastRead && labFromStored(lastRead);
  const doses = pile ? contentsOf(pile) : [];
  const name = note?.name ?? pile?.name ?? "this record";
  const self: Held | undefined = result && {
    key: match?.id ?? pile?.id ?? "",
    name: match ? `${name}, ${format(match.keptAt, "d MMM")}` : name,
    result,
    doses,
  };
  return (
    <>
      {held && self && held.key !== self.key ? <TargetAndPile first={held} second={self} /> : null}
      <Colours target={target} result={result} how={lastRead ? SOURCE_WORDS[lastRead.source] : ""} />
      {target && result ? (
        <p className="mt-3">
          {missText(target, result, settings)}; {deltaEText(deltaE2000(target, result))}.
          {match ? ` It is ${VERDICTS[match.verdict]}.` : ""}
        </p>
      ) : null}
      {match ? <SinceLine match={match} doses={doses} /> : null}
      <div className="mt-4 flex flex-wrap gap-3">
        {pile && (note || isFree(pile)) ? (
          <Link
            href={`/mix?${note ? `note=${note.id}` : "pile=new"}&again=${pile.id}` as "/mix"}
            className={buttonClass("main")}
            onClick={() => {
              const paintingId = note?.paintingId ?? pile.paintingId;
              if (paintingId !== undefined) change({ currentPaintingId: paintingId });
            }}
          >
            Mix it again
          </Link>
        ) : null}
        {self ? (
          <Button
            onClick={() => {
              onHold(self);
              onClose();
            }}
          >
            Compare with another
          </Button>
        ) : null}
      </div>
      {pile ? <WentIn pile={pile} /> : <p className="mt-4">The pile of this match is not in the record.</p>}
      {readings.length > 0 ? <Readings readings={readings} /> : null}
      {layered.map((plan) => (
        <PlannedLayers key={plan.id} plan={plan} />
      ))}
      {match ? <Care match={match} name={name} /> : null}
      {match && target && result && pile ? (
        <section className="mt-5 border-t pt-2">
          <h3 className="font-bold">Recipe card</h3>
          <CardButtons
            card={{
              ...cardOf(record, match, doses, { target, result }, settings, tubeById),
              layers: layered.flatMap(({ lines }) => lines),
            }}
          />
        </section>
      ) : null}
    </>
  );
}

const VERDICTS: Readonly<Record<Match["verdict"], string>> = {
  provisional: "provisional, until someone has looked at it dry",
  confirmed: "checked dry",
  moved: "known to have changed while drying",
};

function missText(target: LabD65, result: LabD65, settings: Settings): string {
  const words = differenceWords(target, result, WORKING_TOLERANCE, settings.scale);
  const text = `${words.value}, ${words.chroma}, ${words.hue}`;
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** Target and result touching, each with its words. */
function Colours({
  target,
  result,
  how,
}: {
  target: LabD65 | undefined;
  result: LabD65 | undefined;
  how: string;
}) {
  const settings = useSettings();
  const shown = [
    { name: "Target", lab: target, note: "" },
    { name: "Result", lab: result, note: how },
  ].flatMap(({ lab, ...rest }) => (lab ? [{ ...rest, lab }] : []));
  return (
    <>
      <div className="flex h-36">
        {shown.map(({ name, lab }) => (
          <Patch
            key={name}
            lab={lab}
            label={`${name}: ${describeLab(lab, settings).sentence}`}
            className="flex-1"
          />
        ))}
      </div>
      <div className="flex leading-snug">
        {shown.map(({ name, lab, note }) => (
          <p key={name} className="flex-1 pr-3">
            <span className="block font-bold">
              {name}
              {note ? `, ${note}` : ""}
            </span>
            {describeLab(lab, settings).sentence}
          </p>
        ))}
      </div>
    </>
  );
}

function cardOf(
  { note, painting, readings }: LogRecord,
  match: Match,
  doses: readonly Dose[],
  { target, result }: { readonly target: LabD65; readonly result: LabD65 },
  settings: Settings,
  tubeById: ReadonlyMap<string, Tube>,
): Omit<RecipeCard, "layers"> {
  const whole = volumeOf(doses);
  const film = readings.find(({ id }) => id === match.readingId)?.film;
  const kept = `kept ${film ?? ""} on ${format(match.keptAt, "d MMMM yyyy")}`.replace("  ", " ");
  return {
    title: note?.name ?? "Recipe",
    painting: [painting?.name, note && `note ${note.number}`].filter(Boolean).join(", "),
    target: { lab: target, words: describeLab(target, settings).sentence },
    result: { lab: result, words: describeLab(result, settings).sentence },
    verdict: `${deltaEText(match.deltaE2000)}; ${kept}, ${STATE_WORDS[match.verdict]}`,
    doses: doses.map(({ tubeId, parts }) => {
      const tube = tubeById.get(tubeId);
      return {
        name: tubeName(tube),
        amount: handWords(parts, settings, { wholeParts: whole, tube }),
        exact: exactWords(parts, { ...settings, amountUnit: "parts" }),
        share: parts / whole,
        tint: tube && tintOfTube(tube),
      };
    }),
    remark: match.remark,
  };
}
