/** Amounts that were worked out exactly, as the chosen measure can lay them down with the same colour. */
import { type Dosing, WATER_PLACE } from "../../core/amounts/dosing";
import { layDown } from "../../core/amounts/layDown";
import { type LabD65, labD65 } from "../../core/color/types";
import type { ColorModel } from "../../core/mixing/colorModel";
import { FilmEvaluator } from "../../core/mixing/filmEvaluator";
import { opaqueModel } from "../../core/mixing/opaqueModel";
import { UNDILUTED_THICKNESS } from "../../data/paper";
import { VIEWING } from "../../data/standardViewing";
import { PAINT_SURFACE } from "../../data/surface";
import { filmOf } from "../mixture/color";
import { volumeOf } from "../pile/contents";
import type { Dose } from "../pile/pile";
import { opticsOfTube } from "../tube/optics";
import type { Tube } from "../tube/tube";
import { isWater } from "../tube/water";
import { dosingInParts, type HandSettings, measureOf } from "./measure";

/** The tubes of a mixture as the engine takes them; undefined when one of them is not known. */
function modelOf(
  amounts: readonly Dose[],
  tubeById: ReadonlyMap<string, Tube>,
):
  | { readonly tubes: readonly Tube[]; readonly paints: readonly Dose[]; readonly model: ColorModel }
  | undefined {
  const paints = amounts.filter((amount) => !isWater(amount));
  const known = paints.flatMap(({ tubeId }) => {
    const tube = tubeById.get(tubeId);
    const optics = tube && opticsOfTube(tube);
    return optics ? [{ tube, optics }] : [];
  });
  if (known.length === 0 || known.length < paints.length) return undefined;
  const optics = known.map((one) => one.optics);
  const film = filmOf(amounts, tubeById);
  const model = film
    ? new FilmEvaluator(optics, VIEWING.D65, PAINT_SURFACE, film.ground)
    : opaqueModel(optics, VIEWING.D65, PAINT_SURFACE);
  return { tubes: known.map(({ tube }) => tube), paints, model };
}

/**
 * The same mixture for a pile of another size. Amounts of a tube that is not known any more stay exact.
 *
 * @param wantedParts - of the whole pile, water included.
 */
export function laidAmounts(
  amounts: readonly Dose[],
  wantedParts: number,
  settings: HandSettings,
  tubeById: ReadonlyMap<string, Tube>,
): readonly Dose[] {
  const whole = volumeOf(amounts);
  const exact = amounts.map(({ tubeId, parts }) => ({ tubeId, parts: (parts * wantedParts) / whole }));
  const known = modelOf(exact, tubeById);
  if (!known) return exact;
  const { tubes, paints, model } = known;
  const paint = volumeOf(paints);
  const shares = paints.map(({ parts }) => parts / paint);
  const film = filmOf(exact, tubeById);
  const dosing = dosingInParts(measureOf(settings, tubes, wantedParts));
  const laid = layDown(
    model,
    paints.map((_, place) => place),
    shares,
    labOf(model, shares, film?.thickness ?? 1),
    dosing,
    film && { thickness: film.thickness, undiluted: UNDILUTED_THICKNESS },
  );
  const laidPaints = paints.map(({ tubeId }, place) => ({
    tubeId,
    parts: laid.volumes[place] ?? Number.NaN,
  }));
  return exact.map(
    ({ tubeId }) =>
      laidPaints.find((paintLaid) => paintLaid.tubeId === tubeId) ?? { tubeId, parts: laid.water },
  );
}

/** So far off, in CIELAB units, nothing is rounded better. */
const UNSEEN = 1;
/** What one doubling of the pile may gain to be worth its paint, in CIELAB units. */
const GAIN_PER_DOUBLING = 1;
/** A pile is not made larger than so many times the planned one only to round better. */
const MOST_FURTHER_GROWTH = 1.6;

/**
 * What is still to be laid down of a running pile: nearest to the rest that was worked out, so that the finished
 * pile has the planned colour. Where the smallest dose of a strong tube is too much or too little for the pile as it
 * lies, the pile grows on until that dose is right.
 *
 * @param rest - exact amounts, in the order of `planned`; 0 for what is there already.
 */
export function laidRest(
  planned: readonly Dose[],
  laid: readonly number[],
  rest: readonly number[],
  settings: HandSettings,
  tubeById: ReadonlyMap<string, Tube>,
): readonly number[] {
  const known = modelOf(planned, tubeById);
  if (!known) return rest;
  const places = planned.map((amount) => (isWater(amount) ? WATER_PLACE : known.paints.indexOf(amount)));
  const dosing = dosingInParts(measureOf(settings, known.tubes, volumeOf(planned)));
  const isFilm = filmOf(planned, tubeById) !== undefined;
  const colorOf = (amounts: readonly number[]): LabD65 => {
    const paint = amounts.filter((_, i) => places[i] !== WATER_PLACE);
    const sum = paint.reduce((all, one) => all + one, 0);
    const whole = amounts.reduce((all, one) => all + one, 0);
    return labOf(
      known.model,
      paint.map((one) => one / sum),
      isFilm ? (UNDILUTED_THICKNESS * sum) / whole : 1,
    );
  };
  const target = colorOf(planned.map(({ parts }) => parts));
  const missOf = (added: readonly number[]): number => {
    const lab = colorOf(added.map((parts, i) => parts + (laid[i] ?? 0)));
    return Math.hypot(lab[0] - target[0], lab[1] - target[1], lab[2] - target[2]);
  };
  const asPlanned = nearestRest(rest, places, dosing, missOf);
  if (missOf(asPlanned) <= UNSEEN) return asPlanned;
  const plannedParts = planned.map(({ parts }) => parts);
  const grown = Math.max(1, ...plannedParts.map((parts, i) => (laid[i] ?? 0) / parts));
  const further = growthsOf(plannedParts, places, dosing, grown).map((growth) => ({
    growth,
    rest: plannedParts.map((parts, i) => Math.max(0, parts * growth - (laid[i] ?? 0))),
  }));
  return further
    .map((asked) => {
      const added = nearestRest(asked.rest, places, dosing, missOf);
      return { added, cost: missOf(added) + GAIN_PER_DOUBLING * Math.log2(asked.growth / grown) };
    })
    .reduce((best, one) => (one.cost < best.cost ? one : best), {
      added: asPlanned,
      cost: missOf(asPlanned),
    }).added;
}

/** Sizes, as times the planned pile, in which one of the tubes comes out in whole steps of the hand. */
function growthsOf(
  planned: readonly number[],
  places: readonly number[],
  dosing: Dosing,
  grown: number,
): readonly number[] {
  return planned.flatMap((parts, i) => {
    const tube = places[i] ?? WATER_PLACE;
    const rounded = dosing.round(parts * grown, tube);
    return [rounded, rounded + dosing.step(rounded, tube)]
      .map((total) => dosing.round(total, tube) / parts)
      .filter((growth) => growth > grown * 1.001 && growth <= grown * MOST_FURTHER_GROWTH);
  });
}

/** Every open amount rounded, one step less or one step more, whichever together come closest. */
function nearestRest(
  rest: readonly number[],
  places: readonly number[],
  dosing: Dosing,
  missOf: (added: readonly number[]) => number,
): readonly number[] {
  let all: (readonly number[])[] = [[]];
  rest.forEach((exact, i) => {
    const tube = places[i] ?? WATER_PLACE;
    const rounded = exact > 0 ? dosing.round(exact, tube) : 0;
    const step = dosing.step(exact, tube);
    const choices = exact > 0 ? [rounded, rounded - step, rounded + step] : [0];
    const laid = choices.filter((choice, j) => j === 0 || choice >= dosing.smallest(tube) / 2);
    all = all.flatMap((amounts) =>
      laid.map((choice) => [...amounts, choice === 0 ? 0 : dosing.round(choice, tube)]),
    );
  });
  return all.reduce((best, amounts) => (missOf(amounts) < missOf(best) ? amounts : best));
}

/** @param shares - of paint; they sum to 1. @param thickness - of the film; any for opaque paint. */
function labOf(model: ColorModel, shares: readonly number[], thickness: number): LabD65 {
  const out = new Float64Array(3);
  model.writeLab(
    out,
    Uint8Array.from(shares, (_, place) => place),
    Float64Array.from(shares, (share) => share * thickness),
    shares.length,
  );
  return labD65(out[0] as number, out[1] as number, out[2] as number);
}
