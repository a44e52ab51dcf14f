/**
 * The main colour families of a picture: its blocks gathered in CIELAB, each with its area and the place in the
 * picture where it is purest.
 *
 * Blocks are gathered into small cells first. Then the two nearest families are joined again and again, by the
 * distance of their means, until all lie further apart than `apart`. Small families stay as long as they are of
 * a colour of their own: one orange buoy is what a painter wants to know of.
 *
 * Source: centroid linkage, R. R. Sokal, C. D. Michener, Univ. Kansas Sci. Bull. 38, 1409-1438 (1958).
 */
import { deltaE2000 } from "../color/ciede2000";
import { type LabD65, labD65 } from "../color/types";
import { blockCentre, blockLab, type Blocks } from "./blocks";
import { chromaOf } from "../color/cieLab";

export type PictureSpot = {
  readonly xPx: number;
  readonly yPx: number;
  /** Circle around it that stays inside the family, as far as blocks tell. */
  readonly radiusPx: number;
};

export type ColorFamily = {
  readonly lab: LabD65;
  /** Of the picture's area, (0, 1]. */
  readonly share: number;
  readonly spot: PictureSpot;
};

export type FamilyOptions = {
  /** Families nearer than this are one, ΔE00. */
  readonly apartDeltaE2000: number;
  readonly mostFamilies: number;
  /** Smaller families are left out unless they are of a colour of their own. */
  readonly leastShare: number;
};

export const USUAL_FAMILIES: FamilyOptions = { apartDeltaE2000: 9, mostFamilies: 12, leastShare: 0.004 };

const CELL = 6;
/** Cells that take part; the rest join the nearest family at the end. */
const MOST_CELLS = 220;

type Group = { sum: [number, number, number]; count: number; lab: LabD65 };

/** Ordered by area, largest first; all shares sum to at most one. */
export function colorFamilies(blocks: Blocks, options: FamilyOptions = USUAL_FAMILIES): ColorFamily[] {
  const count = blocks.columns * blocks.rows;
  const groups = joined(cellsOf(blocks, count), options);
  const owner = new Int16Array(count);
  const sizes = new Array<number>(groups.length).fill(0);
  for (let block = 0; block < count; block++) {
    const nearest = nearestGroup(blockLab(blocks, block), groups);
    owner[block] = nearest;
    sizes[nearest] = (sizes[nearest] as number) + 1;
  }
  return groups
    .map((group, index) => ({ group, index, share: (sizes[index] as number) / count }))
    .filter(({ share }) => share >= options.leastShare)
    .sort((a, b) => b.share - a.share)
    .slice(0, options.mostFamilies)
    .map(({ group, index, share }) => ({
      lab: group.lab,
      share,
      spot: purestSpot(blocks, owner, index, group.lab),
    }));
}

function cellsOf(blocks: Blocks, count: number): Group[] {
  const cells = new Map<string, Group>();
  for (let block = 0; block < count; block++) {
    const lab = blockLab(blocks, block);
    const key = lab.map((value) => Math.round(value / CELL)).join();
    const cell = cells.get(key) ?? { sum: [0, 0, 0], count: 0, lab };
    for (const axis of [0, 1, 2] as const) cell.sum[axis] += lab[axis];
    cell.count++;
    cells.set(key, cell);
  }
  return [...cells.values()]
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_CELLS)
    .map((cell) => ({ ...cell, lab: meanOf(cell) }));
}

function meanOf({ sum, count }: Group): LabD65 {
  return labD65(sum[0] / count, sum[1] / count, sum[2] / count);
}

function joined(cells: readonly Group[], { apartDeltaE2000, mostFamilies }: FamilyOptions): Group[] {
  const groups = [...cells];
  const distance = groups.map((a) => groups.map((b) => deltaE2000(a.lab, b.lab)));
  for (;;) {
    let best = { from: -1, to: -1, apart: Number.POSITIVE_INFINITY };
    for (let i = 0; i < groups.length; i++) {
      for (let j = i + 1; j < groups.length; j++) {
        const apart = (distance[i] as number[])[j] as number;
        if (apart < best.apart) best = { from: j, to: i, apart };
      }
    }
    // Too many families are joined on, nearest first, whatever parts them.
    if (best.from < 0 || (best.apart > apartDeltaE2000 && groups.length <= mostFamilies)) return groups;
    const into = groups[best.to] as Group;
    const from = groups[best.from] as Group;
    const merged: Group = {
      sum: [into.sum[0] + from.sum[0], into.sum[1] + from.sum[1], into.sum[2] + from.sum[2]],
      count: into.count + from.count,
      lab: into.lab,
    };
    merged.lab = meanOf(merged);
    groups.splice(best.from, 1);
    distance.splice(best.from, 1);
    for (const row of distance) row.splice(best.from, 1);
    groups[best.to] = merged;
    for (let i = 0; i < groups.length; i++) {
      const apart = deltaE2000((groups[i] as Group).lab, merged.lab);
      (distance[i] as number[])[best.to] = apart;
      (distance[best.to] as number[])[i] = apart;
    }
  }
}

function nearestGroup(lab: LabD65, groups: readonly Group[]): number {
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (const [index, group] of groups.entries()) {
    // Plain distance is enough to sort blocks into families that lie far apart.
    const far = (lab[0] - group.lab[0]) ** 2 + (lab[1] - group.lab[1]) ** 2 + (lab[2] - group.lab[2]) ** 2;
    if (far < least) {
      least = far;
      best = index;
    }
  }
  return best;
}

/** ΔE00 that counts as much as one block further from the family's edge. */
const COLOUR_PER_BLOCK = 3;

/** Deep inside the family and near its mean colour. */
function purestSpot(blocks: Blocks, owner: Int16Array, family: number, mean: LabD65): PictureSpot {
  const depth = depthInside(blocks, owner, family);
  let best = { block: 0, score: Number.NEGATIVE_INFINITY };
  for (let block = 0; block < owner.length; block++) {
    if (owner[block] !== family) continue;
    const score = (depth[block] as number) - deltaE2000(blockLab(blocks, block), mean) / COLOUR_PER_BLOCK;
    if (score > best.score) best = { block, score };
  }
  return {
    ...blockCentre(blocks, best.block),
    radiusPx: Math.max(0.5, Math.min(12, (depth[best.block] as number) - 0.5)) * blocks.sidePx,
  };
}

/** How many blocks each one lies from the family's edge, 1 at the edge, by two sweeps (city blocks). */
function depthInside({ columns, rows }: Blocks, owner: Int16Array, family: number): Uint16Array {
  const depth = new Uint16Array(owner.length);
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= columns || row >= rows ? 0 : (depth[row * columns + column] as number);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const block = row * columns + column;
      if (owner[block] === family) depth[block] = 1 + Math.min(at(column - 1, row), at(column, row - 1));
    }
  }
  for (let row = rows - 1; row >= 0; row--) {
    for (let column = columns - 1; column >= 0; column--) {
      const block = row * columns + column;
      if (owner[block] === family)
        depth[block] = Math.min(
          depth[block] as number,
          1 + Math.min(at(column + 1, row), at(column, row + 1)),
        );
    }
  }
  return depth;
}

export type ExtremeSpots = {
  readonly lightest: PictureSpot & { readonly lab: LabD65 };
  readonly darkest: PictureSpot & { readonly lab: LabD65 };
  readonly mostChromatic: PictureSpot & { readonly lab: LabD65 };
};

/** Where the ends of value and the peak of chroma lie, by blocks, so that a single wild pixel does not count. */
export function extremeSpots(blocks: Blocks): ExtremeSpots {
  const best = (scoreOf: (lab: LabD65) => number): PictureSpot & { readonly lab: LabD65 } => {
    let found = { block: 0, score: Number.NEGATIVE_INFINITY };
    for (let block = 0; block < blocks.columns * blocks.rows; block++) {
      const score = scoreOf(blockLab(blocks, block));
      if (score > found.score) found = { block, score };
    }
    return {
      ...blockCentre(blocks, found.block),
      radiusPx: blocks.sidePx,
      lab: blockLab(blocks, found.block),
    };
  };
  return {
    lightest: best((lab) => lab[0]),
    darkest: best((lab) => -lab[0]),
    mostChromatic: best(chromaOf),
  };
}
