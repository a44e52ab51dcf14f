"use client";

/** One paint from least to most thinned, wet and dry, and the same wash in several passes, over the layer's own ground. */
import type { LabD65 } from "../../core/color/types";
import { valueText } from "../../core/describe/valueScale";
import type { PaintLayer } from "../../domain/layers/layering";
import { seenStack } from "../../domain/layers/seenStack";
import { useDryingOf } from "../../kit/paint/useToDry";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Patch } from "../../ui/Patch";
import { describeLab } from "../../words/colors";
import { ratioWords, thinWords } from "../../words/layers";
import type { KnownLayers } from "./known";

const SHARES = [0, 0.5, 0.75, 0.9, 0.96, 0.985] as const;
const PASSES = [1, 2, 3, 4, 5, 6] as const;

export function WaterLadder({ known, layer }: { known: KnownLayers; layer: PaintLayer }) {
  const { layering, films, ground } = known;
  const tubeById = useStudio((studio) => studio.tubeById);
  const dryingOf = useDryingOf();
  const settings = useSettings();
  if (!ground) return null;
  const place = layering.layers.findIndex(({ id }) => id === layer.id);
  const below = layering.layers.slice(0, place);
  const seen = (part: Partial<PaintLayer>): LabD65 | undefined =>
    seenStack([...below, { ...layer, ...part }], ground, films.habitOf, tubeById)?.after.at(-1);
  const drying = dryingOf(layer.amounts);
  const steps = SHARES.flatMap((thinnerShare) => {
    const dry = seen({ thinnerShare, passes: 1 });
    return dry
      ? [
          {
            key: thinnerShare,
            dry,
            words: `${thinWords(thinnerShare)}, ${ratioWords({ ...layer, thinnerShare }, settings)}`,
          },
        ]
      : [];
  });
  const passes = PASSES.flatMap((count) => {
    const dry = seen({ passes: count });
    return dry ? [{ key: count, dry, words: count === 1 ? "1 pass" : `${count} passes` }] : [];
  });
  return (
    <div className="flex flex-col gap-4">
      {drying ? (
        <Row
          title="wet, from least to most thinned"
          steps={steps.map((step) => ({ ...step, dry: drying.toWet(step.dry) }))}
        />
      ) : null}
      <Row title="dry, from least to most thinned" steps={steps} />
      <Row title={`dry, in 1 to ${PASSES.length} passes as thin as it is`} steps={passes} />
    </div>
  );
}

function Row({
  title,
  steps,
}: {
  title: string;
  steps: readonly { readonly key: number; readonly dry: LabD65; readonly words: string }[];
}) {
  const settings = useSettings();
  return (
    <div>
      <p className="text-sm text-muted">{title}</p>
      <div className="flex">
        {steps.map(({ key, dry, words }) => (
          <Patch
            key={key}
            lab={dry}
            label={`${words}: ${describeLab(dry, settings).sentence}`}
            className="h-12 flex-1"
          />
        ))}
      </div>
      <div className="flex text-sm" aria-hidden="true">
        {steps.map(({ key, dry }) => (
          <span key={key} className="flex-1 tabular-nums">
            {valueText(dry[0], settings.scale)}
          </span>
        ))}
      </div>
    </div>
  );
}
