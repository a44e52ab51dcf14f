"use client";

import type { AdditionKind } from "../../../core/correct/additionKind";
import type { Corrector } from "../../../core/correct/correctors";
import type { Dose } from "../../../domain/pile/pile";
import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { Patch } from "../../../ui/Patch";
import { moveWords, whyWords } from "../../../words/additions";
import { describeLab } from "../../../words/colors";
import { doseWords } from "../../../words/doses";
import { andWords } from "../../../words/lists";
import { useDeeds, usePaint } from "../bench/contexts";

/** One way to change the pile: how it would look, what goes in, what else it does. */
export function WayRow({
  way,
  parts,
  kind,
  volume,
  title,
}: {
  way: Corrector;
  parts: readonly Dose[];
  kind: AdditionKind;
  /** Parts of the pile as it lies. */
  volume: number;
  title?: string;
}) {
  const { tubeById, wetOf } = usePaint();
  const { lay } = useDeeds();
  const settings = useSettings();
  const words = andWords(doseWords(parts, tubeById, settings, volume));
  const predicted = wetOf(way.predicted);
  return (
    <li className="flex items-center gap-3 border-t py-1.5">
      <Patch
        lab={predicted}
        label={`Predicted: ${describeLab(predicted, settings).sentence}`}
        className="min-h-12 w-12 shrink-0"
      />
      <p className="min-w-0 flex-1 leading-snug">
        {title === undefined ? null : <span className="block text-muted">{title}</span>}
        <span className="font-semibold">{words}</span>
        <span className="block text-sm text-muted">
          {moveWords(way, settings.scale)}
          {way.turnsTo ? `; turns ${way.turnsTo}` : ""}: {whyWords({ kind, change: way.change })}
        </span>
      </p>
      <Button
        aria-label={`I added it: ${words}`}
        onClick={() => {
          lay(parts, false);
        }}
      >
        I added it
      </Button>
    </li>
  );
}
