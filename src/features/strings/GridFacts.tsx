"use client";

/** What is not as asked, what to mix first, how much paint in all, in which order, and where the notes lie. */
import Link from "next/link";
import { deltaE2000 } from "../../core/color/ciede2000";
import { volumeOf } from "../../domain/pile/contents";
import { labFromStored } from "../../domain/reading/storedColor";
import type { AskedGrid } from "../../domain/strings/gridQuestion";
import { cellFaults, type GridCell, layingOrder, nearestCell } from "../../domain/strings/gridPlan";
import { rowFaults } from "../../domain/strings/rows";
import { isWhiteTube } from "../../domain/tube/kinds";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Fold } from "../../ui/Fold";
import { Patch } from "../../ui/Patch";
import { mindWords } from "../../words/mind";
import { deltaEText } from "../../words/colors";
import { doseWords, exactWords, handWords, tubeName } from "../../words/doses";
import { faultWords, lackWords, memberName, parentName, rowFaultWords } from "../../words/strings";
import type { KnownGrid } from "./known";

/** What is no paint any more, in parts. */
const CRUMB = 1e-3;
/** So many of the worst are named at once. */
const NAMED = 3;

export function GridFacts({ asked, ...known }: KnownGrid & { asked: AskedGrid | undefined }) {
  const { grid, plan } = known;
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const names = new Map(grid.strings.map(({ id, name }) => [id, name]));
  const faults = cellFaults(plan);
  const ofRows = rowFaults(grid.rows);
  const words = [
    ...ofRows.map((fault) => rowFaultWords(fault, settings)),
    ...faults.map((fault) => faultWords(fault, names, plan.columns, settings)),
  ];
  const parents = plan.columns.flatMap(({ parent }) => parent ?? []);
  const saved = plan.doseCountAlone - plan.doseCount;
  const isVivid = grid.strings.some(({ chroma }) => chroma === "vivid");
  const white = asked?.tubes.find(isWhiteTube);
  return (
    <div className="mt-4 flex flex-col gap-4">
      <section aria-labelledby="faults">
        <h2 id="faults" className="font-bold">
          {words.length === 0 ? "All piles are as asked" : "Not as asked, the worst first"}
        </h2>
        <ul>
          {words.slice(0, NAMED).map((word) => (
            <li key={word}>{word}</li>
          ))}
        </ul>
        {words.length > NAMED ? (
          <Fold label={`${words.length - NAMED} more`}>
            <ul>
              {words.slice(NAMED).map((word) => (
                <li key={word}>{word}</li>
              ))}
            </ul>
          </Fold>
        ) : null}
      </section>
      {parents.length > 0 ? (
        <section aria-labelledby="parents">
          <h2 id="parents" className="font-bold">
            Mix these first, and split them
          </h2>
          <p className="text-muted">
            {plan.doseCount} measured doses in all; each pile by itself would take {plan.doseCountAlone}
            {saved > 0 ? `, ${saved} more` : ""}.
          </p>
          <ul>
            {parents.map(({ stringId, amounts, leftParts, predicted }) => (
              <li key={stringId} className="flex items-center gap-3 border-b py-1">
                <Patch lab={predicted} className="h-11 w-14 shrink-0" />
                <span className="leading-tight">
                  <span className="font-semibold">{parentName(names.get(stringId) ?? "")}:</span>{" "}
                  {doseWords(amounts, tubeById, settings, volumeOf(amounts)).join(", ")}
                  <span className="block text-sm text-muted">
                    {leftParts < CRUMB
                      ? "nothing remains when all members have their share"
                      : `${handWords(leftParts, settings)} remain when all members have their share`}
                  </span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : plan.columns.length > 0 ? (
        <p className="text-muted">{plan.doseCount} measured doses in all; no parent pile would save one.</p>
      ) : null}
      <Notes {...known} />
      <Fold label="Paint in all">
        <ul>
          {plan.totals.map(({ tubeId, parts, cost, lacksMl }) => (
            <li key={tubeId} className="flex flex-wrap justify-between gap-x-4 border-b py-1">
              <span>{tubeName(tubeById.get(tubeId))}</span>
              <span>
                {exactWords(parts, settings, { tube: tubeById.get(tubeId) })}
                {cost === undefined ? "" : `, worth ${cost.toFixed(2)}`}
                {lacksMl > 0 ? `; ${lacksMl.toFixed(1)} ml more than is left of the tube` : ""}
              </span>
            </li>
          ))}
        </ul>
        {isVivid && white ? (
          <p className="mt-1">
            Lay {exactWords(grid.parts, settings)} of {white.label} beside them: bright strings are let down
            as you paint.
          </p>
        ) : null}
        <Cautions
          tubes={asked?.tubes.filter(({ id }) => plan.totals.some(({ tubeId }) => tubeId === id)) ?? []}
        />
      </Fold>
      <Fold label="In which order to mix">
        <Order {...known} />
      </Fold>
    </div>
  );
}

function Cautions({ tubes }: { tubes: AskedGrid["tubes"] }) {
  const words = mindWords(tubes);
  return words.length === 0 ? null : (
    <ul className="mt-1 border-l-4 border-ink pl-3">
      {words.map((word) => (
        <li key={word}>{word}</li>
      ))}
    </ul>
  );
}

/** Light and clean before dark; a rag where the knife would spoil the next. */
function Order({ grid, plan }: KnownGrid) {
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const isClean = settings.school.knife === "clean";
  const nameOf = (stringId: string): string => grid.strings.find(({ id }) => id === stringId)?.name ?? "";
  return (
    <ol className="list-decimal pl-6">
      {layingOrder(plan, tubeById).map(({ stringId, cell, wipe }) => (
        <li key={`${stringId} ${cell?.row ?? "parent"}`} className="py-0.5">
          {wipe ? (isClean ? "Wipe the knife. " : "The knife shows here. ") : ""}
          {cell ? memberName(nameOf(stringId), cell.row, settings) : parentName(nameOf(stringId))}
        </li>
      ))}
    </ol>
  );
}

/** Which pile is nearest to each note, and what little it lacks. */
function Notes({ grid, plan }: KnownGrid) {
  const notes = useStudio((studio) => studio.notes);
  const settings = useSettings();
  const found = notes.flatMap((note) => {
    const target = labFromStored(note.target);
    const nearest = nearestCell(plan, target);
    return nearest ? [{ note, target, nearest }] : [];
  });
  if (found.length === 0) return null;
  const nameOf = ({ stringId, row }: GridCell): string =>
    memberName(grid.strings.find(({ id }) => id === stringId)?.name ?? "", row, settings);
  return (
    <Fold label="Where your notes lie">
      <ul>
        {found.map(({ note, target, nearest: { cell } }) => (
          <li key={note.id} className="flex items-center gap-3 border-b py-1">
            <span className="flex shrink-0">
              <Patch lab={target} className="h-11 w-8" />
              <Patch lab={cell.predicted} className="h-11 w-8" />
            </span>
            <span className="leading-tight">
              <Link href={`/mix?note=${note.id}`} className="font-semibold underline">
                {note.number} {note.name}
              </Link>
              : {nameOf(cell)}, {deltaEText(deltaE2000(target, cell.predicted))},{" "}
              {lackWords(target, cell.predicted, settings)}.
              {cell.isReserved ? " It touches what is kept for the end." : ""}
            </span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
