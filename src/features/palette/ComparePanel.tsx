"use client";

/** Up to four palettes on the same notes and the same picture. */
import { useMemo, useState } from "react";
import type { ColorArea } from "../../core/picture/colorAreas";
import { CAUTION_CLASSES } from "../../core/safety/hazardClasses";
import type { Palette } from "../../domain/palette/palette";
import type { Tube } from "../../domain/tube/tube";
import { labFromStored } from "../../domain/reading/storedColor";
import { CheckField } from "../../ui/fields";
import { isLightfast } from "../../domain/tube/kinds";
import { lighteningOf } from "../../domain/tube/water";
import { lightenerOf, mediumOfPalette } from "../../domain/palette/medium";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { tubesOf } from "../../domain/palette/searchedTubes";
import { knownTubes } from "../../domain/tube/knownTubes";
import type { PanelProps } from "./panel";
import { EDGE } from "../../words/palettes";
import { palettes } from "../../workers/clients";
import { usePictureAreas } from "../../kit/picture/usePictureAreas";
import { useQuery } from "../../kit/query/useQuery";
import { TaskLine } from "../../kit/query/TaskLine";
import { shownOf } from "../../kit/query/useTask";

const MOST_COMPARED = 4;
export function ComparePanel({ palette }: PanelProps) {
  const palettes = useStudio((studio) => studio.palettes);
  const [chosenIds, setChosenIds] = useState<readonly string[]>();
  const areas = usePictureAreas();
  const ids = chosenIds ?? [
    palette.id,
    ...palettes
      .map((row) => row.id)
      .filter((id) => id !== palette.id)
      .slice(0, MOST_COMPARED - 1),
  ];
  const compared = palettes.filter((row) => ids.includes(row.id));
  return (
    <div className="flex flex-col gap-4">
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="font-bold">Compare up to four</legend>
        {palettes.map((row) => (
          <CheckField
            key={row.id}
            label={row.name}
            isChecked={ids.includes(row.id)}
            isDisabled={!ids.includes(row.id) && ids.length >= MOST_COMPARED}
            onChange={(isChecked) => {
              setChosenIds(isChecked ? [...ids, row.id] : ids.filter((id) => id !== row.id));
            }}
          />
        ))}
      </fieldset>
      {palettes.length < 2 ? (
        <p className="text-muted">There is one palette only. Make another under “new” and see both here.</p>
      ) : null}
      <div className="grid gap-x-6 gap-y-5 wide:grid-cols-2">
        {compared.map((row) => (
          <Score key={row.id} palette={row} areas={areas} />
        ))}
      </div>
    </div>
  );
}

function Score({
  palette,
  areas,
}: {
  palette: Palette;
  /** Undefined while the picture is read, empty without one. */
  areas: readonly ColorArea[] | undefined;
}) {
  const notes = useStudio((studio) => studio.notes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const { school } = useSettings();
  const known = useMemo(() => {
    const tubes = tubesOf(palette.tubeIds, tubeById);
    return knownTubes(tubes, lighteningOf(lightenerOf(mediumOfPalette(palette, tubes), school), tubeById));
  }, [palette, tubeById, school]);
  const labs = useMemo(() => notes.map((note) => labFromStored(note.target)), [notes]);
  const isReady = known.tubes.length > 0 && areas !== undefined;
  const task = useQuery(
    palettes,
    isReady
      ? {
          tubes: known.solverTubes,
          labs,
          areas: areas.length > 0 ? areas : undefined,
          edge: EDGE,
          lightening: known.lightening,
        }
      : undefined,
    (remote, asked) => remote.score(asked.tubes, asked.labs, asked.areas, asked.edge, asked.lightening),
  );
  const score = task.status === "failed" ? undefined : shownOf(task);
  const worst = score?.misses.reduce((at, miss, i) => (miss > (score.misses[at] ?? 0) ? i : at), 0) ?? 0;
  const rows: readonly { readonly term: string; readonly words: string }[] = score
    ? [
        {
          term: "picture within reach",
          words: score.cover ? `${Math.round(100 * score.cover.within)} % of the area` : "no picture to ask",
        },
        {
          term: `notes within ΔE ${EDGE}`,
          words: `${score.misses.filter((miss) => miss <= EDGE).length} of ${notes.length}`,
        },
        ...(notes.length > 0
          ? [
              {
                term: "worst miss",
                words: `ΔE ${(score.misses[worst] ?? 0).toFixed(1)}, ${notes[worst]?.name ?? ""}`,
              },
            ]
          : []),
      ]
    : [];
  const facts = tubeFacts(known.tubes);
  return (
    <section aria-label={palette.name}>
      <h2 className="border-b-2 border-ink font-bold">{palette.name}</h2>
      <dl aria-busy={score === undefined}>
        {[...rows, ...facts].map(({ term, words }) => (
          <div key={term} className="flex flex-wrap justify-between gap-x-4 border-b py-1.5">
            <dt className="text-muted">{term}</dt>
            <dd className="text-right font-semibold">{words}</dd>
          </div>
        ))}
      </dl>
      <TaskLine task={task} asking="Working it out" what="The comparison" className="mt-2" />
    </section>
  );
}

/** What is known of the tubes without mixing them. */
function tubeFacts(tubes: readonly Tube[]) {
  const prices = tubes.flatMap((tube) => tube.price ?? []);
  const cost = prices.reduce((sum, price) => sum + price, 0);
  const hazards = CAUTION_CLASSES.filter((hazard) => tubes.some((tube) => tube.hazard === hazard)).filter(
    (hazard) => hazard !== "low",
  );
  const singles = tubes.filter((tube) => tube.colourIndexNames.length === 1).length;
  const fast = tubes.filter(isLightfast).length;
  return [
    { term: "tubes", words: String(tubes.length) },
    { term: "single pigments", words: `${singles} of ${tubes.length}` },
    { term: "light-fast I or II", words: `${fast} of ${tubes.length}` },
    {
      term: "cost of the tubes",
      words:
        prices.length === 0
          ? "no prices noted"
          : `${cost.toFixed(2)}${prices.length < tubes.length ? `, ${prices.length} of ${tubes.length} priced` : ""}`,
    },
    { term: "mind", words: hazards.length > 0 ? hazards.join(", ") : "the usual care" },
  ];
}
