"use client";

/** Up to four palettes on the same notes and the same picture. */
import { useLiveQuery } from "dexie-react-hooks";
import { useEffect, useMemo, useState } from "react";
import type { ColorArea } from "../../core/picture/colorAreas";
import { CAUTION_CLASSES } from "../../core/safety/cautions";
import type { Palette } from "../../domain/palette/palette";
import type { Tube } from "../../domain/tube/tube";
import { labFromStored } from "../../domain/reading/storedColor";
import { readPicture } from "../../persistence/pictures";
import { createPictureClient } from "../../workers/pictureClient";
import { CheckField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { isLightfast } from "../../domain/tube/kinds";
import { useStudio } from "../../kit/studio/Studio";
import { tubesOf } from "../../domain/palette/searchedTubes";
import { knownTubes } from "../../domain/tube/knownTubes";
import type { PanelProps } from "./panel";
import { EDGE } from "../../words/palettes";
import { useAnswer } from "../../kit/query/usePaletteAnswers";

const MOST_COMPARED = 4;
export function ComparePanel({ palette, client }: PanelProps) {
  const { palettes } = useStudio();
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
          <Score key={row.id} palette={row} areas={areas} client={client} />
        ))}
      </div>
    </div>
  );
}

function Score({
  palette,
  areas,
  client,
}: {
  palette: Palette;
  /** Undefined while the picture is read, empty without one. */
  areas: readonly ColorArea[] | undefined;
  client: PanelProps["client"];
}) {
  const { notes, tubeById } = useStudio();
  const known = useMemo(() => knownTubes(tubesOf(palette.tubeIds, tubeById)), [palette.tubeIds, tubeById]);
  const labs = useMemo(() => notes.map((note) => labFromStored(note.target)), [notes]);
  const isReady = known.tubes.length > 0 && areas !== undefined;
  const key = isReady ? `${known.key}|${labs.join()}|${areas.length}` : undefined;
  const { value: score, failure } = useAnswer(client, key, (remote) =>
    remote.score(known.solverTubes, labs, areas && areas.length > 0 ? areas : undefined, EDGE),
  );
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
      {failure ? <Notice className="mt-2">It could not be compared: {failure}</Notice> : null}
      <dl aria-busy={score === undefined}>
        {[...rows, ...facts].map(({ term, words }) => (
          <div key={term} className="flex flex-wrap justify-between gap-x-4 border-b py-1.5">
            <dt className="text-muted">{term}</dt>
            <dd className="text-right font-semibold">{words}</dd>
          </div>
        ))}
      </dl>
      {!score && !failure ? <p role="status">Working it out</p> : null}
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

/** The colours of the painting's picture; empty when it has none. */
function usePictureAreas(): readonly ColorArea[] | undefined {
  const { db, painting } = useStudio();
  const pictureId = painting?.pictureId;
  const picture = useLiveQuery(
    async () => (pictureId ? ((await readPicture(db, pictureId)) ?? null) : null),
    [db, pictureId],
  );
  const [areas, setAreas] = useState<{ readonly id: string; readonly areas: readonly ColorArea[] }>();
  useEffect(() => {
    if (!picture) return undefined;
    const client = createPictureClient();
    let isCurrent = true;
    void client.remote
      .open(picture.blob)
      .then(async (opened) => {
        if (!opened.ok) return [];
        await client.remote.setLight(picture.light);
        return client.remote.colorAreas();
      })
      .then((found) => {
        if (isCurrent) setAreas({ id: picture.id, areas: found });
        client.dispose();
      });
    return () => {
      isCurrent = false;
    };
  }, [picture]);
  if (picture === undefined) return undefined;
  if (picture === null) return NONE;
  return areas?.id === picture.id ? areas.areas : undefined;
}

const NONE: readonly never[] = [];
