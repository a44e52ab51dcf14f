/** What a touch in the picture means, and what is marked in it: both follow the open tab. */
import type { Note } from "../../domain/note/note";
import type { Spot, StageMark } from "../../kit/picture/PictureStage";
import type { Families } from "./useFamilies";
import type { Pick } from "./usePick";
import type { References } from "./useReferences";
import type { PileGrid } from "./usePileGrid";
import type { TabName } from "./tabs";

export type StageTool = {
  readonly onSpot: (spot: Spot) => void;
  readonly spot: Spot | undefined;
  readonly marks: readonly StageMark[];
};

export type ToolParts = {
  readonly pick: Pick;
  readonly references: References;
  readonly grid: PileGrid;
  readonly families: Families;
  readonly notes: readonly Note[];
  readonly pictureId: string | undefined;
};

export function toolOf(tab: TabName, parts: ToolParts): StageTool {
  if (tab === "light") return lightTool(parts.references);
  if (tab === "grid") return pileGridTool(parts.grid);
  const { pick } = parts;
  return {
    onSpot: pick.onSpot,
    spot: pick.spots[pick.aim] ?? pick.spots.middle,
    marks: tab === "families" ? familyMarks(parts.families) : [...noteMarks(parts), ...pickMarks(pick)],
  };
}

function lightTool({ onSpot, chart, corners, all }: References): StageTool {
  return {
    onSpot,
    spot: all.at(-1)?.circle ?? corners.at(-1),
    marks: chart
      ? corners.map((spot, i) => ({ ...spot, text: `corner ${i + 1}` }))
      : all.map(({ circle }, i) => ({ ...circle, text: `card ${i + 1}` })),
  };
}

function pileGridTool({ check, onSpot, corners, places, shape }: PileGrid): StageTool {
  const off = (check?.offPiles ?? []).flatMap((pile) => {
    const place = places[pile.row * shape.columns + pile.column];
    return place ? [{ ...place, text: pile.off < 0 ? "too dark" : "too light" }] : [];
  });
  return {
    onSpot,
    spot: corners.at(-1),
    marks: check ? off : corners.map((spot, i) => ({ ...spot, text: String(i + 1) })),
  };
}

function noteMarks({ notes, pictureId }: ToolParts): readonly StageMark[] {
  return notes.flatMap(({ place, number }) =>
    place && place.pictureId === pictureId ? [{ xPx: place.xPx, yPx: place.yPx, text: String(number) }] : [],
  );
}

function pickMarks({ spots: { light, dark }, aim }: Pick): readonly StageMark[] {
  return [
    ...(light && aim !== "light" ? [{ ...light, text: "light" }] : []),
    ...(dark && aim !== "dark" ? [{ ...dark, text: "shadow" }] : []),
  ];
}

function familyMarks({ proposals, extremes }: Families): readonly StageMark[] {
  return [
    ...(proposals ?? []).map(({ spot, letter }) => ({ ...spot, text: letter })),
    ...(extremes
      ? [
          { ...extremes.lightest, text: "lightest" },
          { ...extremes.darkest, text: "darkest" },
          { ...extremes.mostChromatic, text: "most chroma" },
        ]
      : []),
  ];
}
