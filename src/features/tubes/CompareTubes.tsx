"use client";

/** Two tubes on the same ladder, their look-alikes, and what the rest of the box can stand in with. */
import { useMemo, useState } from "react";
import { deltaE2000 } from "../../core/color/ciede2000";
import { imitate } from "../../core/tube/imitate";
import { compareLadders } from "../../core/tube/compareTubes";
import { substituteFor } from "../../core/tube/substitute";
import { tintLab } from "../../core/tube/character";
import { PAPER, UNDILUTED_THICKNESS } from "../../data/paper";
import { WHITE_BENCH } from "../../data/testWhite";
import type { Tube } from "../../domain/tube/tube";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { opticsOfTube } from "../../domain/tube/optics";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import { partsWords } from "../../words/tubes";

export function CompareTubes({ tube }: { tube: Tube }) {
  const settings = useSettings();
  const others = useOthers(tube);
  const optics = opticsOfTube(tube);
  const nearest = useMemo(() => {
    if (!optics) return undefined;
    const masstone = tintLab(optics, 0, WHITE_BENCH);
    const byMasstone = others
      .map((other) => ({ other, miss: deltaE2000(masstone, tintLab(other.optics, 0, WHITE_BENCH)) }))
      .sort((a, b) => a.miss - b.miss);
    return byMasstone[0]?.other.tube.id;
  }, [optics, others]);
  const [chosenId, setChosenId] = useState<string>();
  const chosen = others.find((other) => other.tube.id === (chosenId ?? nearest));
  if (!optics || !chosen) return <p>There is no other tube in your box to compare it with.</p>;
  // Side by side they are lightened alike: with water only where both are washed.
  const isWash = tube.medium === "watercolour" && chosen.tube.medium === "watercolour";
  const steps = compareLadders(
    optics,
    chosen.optics,
    WHITE_BENCH,
    isWash ? { paper: PAPER, undilutedThickness: UNDILUTED_THICKNESS } : undefined,
  );
  return (
    <div className="flex flex-col gap-4">
      <SelectField
        label="The other tube"
        value={chosen.tube.id}
        onChoose={(picked) => {
          setChosenId(picked);
        }}
      >
        {others.map((other) => (
          <option key={other.tube.id} value={other.tube.id}>
            {other.tube.label}
          </option>
        ))}
      </SelectField>
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-b-2 border-ink text-left">
            <th scope="col">{isWash ? "in water" : "in white"}</th>
            <th scope="col" colSpan={2}>
              {tube.label}, {chosen.tube.label}
            </th>
            <th scope="col" className="text-right">
              apart
            </th>
          </tr>
        </thead>
        <tbody>
          {steps.map((step) => (
            <tr key={step.whiteParts}>
              <td>{step.whiteParts === 0 ? "alone" : partsWords(step.whiteParts)}</td>
              <td className="w-2/5 p-0">
                <Patch lab={step.first} label={describeLab(step.first, settings).sentence} className="h-11" />
              </td>
              <td className="w-2/5 p-0">
                <Patch
                  lab={step.second}
                  label={describeLab(step.second, settings).sentence}
                  className="h-11"
                />
              </td>
              <td className="pl-3 text-right font-semibold">ΔE {step.deltaE2000.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <StandIn tube={tube} />
      <Imitated tube={tube} />
    </div>
  );
}

/** What the other tubes can stand in with for this one. */
function StandIn({ tube }: { tube: Tube }) {
  const box = useStudio((studio) => studio.box);
  const others = useOthers(tube);
  const answer = useMemo(() => {
    const optics = opticsOfTube(tube);
    return (
      optics && substituteFor(optics, others.map((other) => other.optics).slice(0, MOST_OTHERS), WHITE_BENCH)
    );
  }, [tube, others]);
  if (!answer || box.length < 2) return null;
  const parts = answer.parts
    .map((part) => `${Math.round(part.share * 1000) / 10} % ${others[part.tube]?.tube.label ?? ""}`)
    .join(", ");
  const { lostChroma, strengthRatio } = answer;
  return (
    <section>
      <h3 className="border-b-2 border-ink font-bold">Without it</h3>
      <p className="py-1.5">
        {parts} comes within ΔE {answer.masstoneDeltaE2000.toFixed(1)} alone, ΔE{" "}
        {answer.tintDeltaE2000.toFixed(1)} in nine parts of white
        {Math.abs(lostChroma) < 1
          ? ", as bright"
          : lostChroma > 0
            ? `, ${Math.round(lostChroma)} of chroma lost`
            : `, ${Math.round(-lostChroma)} of chroma gained`}
        {strengthRatio === undefined ? "" : `, ${strengthRatio.toFixed(2)} times as strong`}.
      </p>
    </section>
  );
}

/** The search takes so many tubes. */
const MOST_OTHERS = 24;
const SEEN_IN_WHITE = 4;

/** Which bright tube and which complement imitate it: what a dull tube is made of, in hue. */
function Imitated({ tube }: { tube: Tube }) {
  const others = useOthers(tube);
  const settings = useSettings();
  const answer = useMemo(() => {
    const optics = opticsOfTube(tube);
    if (!optics) return undefined;
    const seen = tintLab(optics, SEEN_IN_WHITE, WHITE_BENCH);
    const found = imitate(
      seen,
      others.map((other) => other.optics),
      WHITE_BENCH,
    );
    return found && { seen, found };
  }, [tube, others]);
  if (!answer) return null;
  const { seen, found } = answer;
  const neighbour = others[found.neighbour]?.tube.label ?? "";
  const complement = others[found.complement]?.tube.label ?? "";
  return (
    <section>
      <h3 className="border-b-2 border-ink font-bold">Which hue it is</h3>
      <div className="mt-2 flex">
        <Patch lab={seen} label={describeLab(seen, settings).sentence} className="h-14 flex-1" />
        <Patch
          lab={found.predicted}
          label={`The imitation: ${describeLab(found.predicted, settings).sentence}`}
          className="h-14 flex-1"
        />
      </div>
      <p className="py-1.5">
        At equal value in white, {neighbour} with {complement} imitates it within ΔE{" "}
        {found.deltaE2000.toFixed(1)}. Its hue is that of {neighbour}; {Math.round(found.dullness * 100)} % of
        the colouring comes from the complement, which is how dull it is.
      </p>
    </section>
  );
}

function useOthers(tube: Tube) {
  const box = useStudio((studio) => studio.box);
  return useMemo(
    () =>
      box.flatMap((other) => {
        const optics = opticsOfTube(other);
        return other.id === tube.id || other.archivedAt !== undefined || !optics
          ? []
          : [{ tube: other, optics }];
      }),
    [box, tube.id],
  );
}
