import type { LabD65 } from "../../core/color/types";
import { Patch } from "../../ui/Patch";

/** One line of a list of notes: two colours that touch, the note's name, and what became of it. */
export function PairRow({
  first,
  second,
  firstLabel,
  secondLabel,
  name,
  words,
}: {
  first: LabD65;
  second: LabD65;
  firstLabel: string;
  secondLabel: string;
  name: string;
  words: string;
}) {
  return (
    <li className="flex items-center gap-3 border-t py-1">
      <span className="flex shrink-0">
        <Patch lab={first} label={firstLabel} className="h-11 w-10" />
        <Patch lab={second} label={secondLabel} className="h-11 w-10" />
      </span>
      <span className="min-w-0 flex-1 text-sm leading-tight">
        <span className="block truncate font-semibold">{name}</span>
        <span className="block text-muted">{words}</span>
      </span>
    </li>
  );
}
