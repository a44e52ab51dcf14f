import type { LabD65 } from "../core/color/types";
import { cssFromLab } from "./color";

export type RibbonSegment = {
  readonly key: string;
  /** The tube's tint, by which it is known on the board. */
  readonly lab: LabD65;
  /** Share of the volume, [0, 1]. */
  readonly share: number;
};

/** Below this share a segment would be a sliver: it is drawn as a dot instead. */
const SMALLEST_SEGMENT = 0.025;

/** A recipe as one strip of paint whose lengths are volumes. The amounts stand beside it in words. */
export function Ribbon({ segments, height = 40 }: { segments: readonly RibbonSegment[]; height?: number }) {
  const long = segments.filter((segment) => segment.share >= SMALLEST_SEGMENT);
  const specks = segments.filter((segment) => segment.share < SMALLEST_SEGMENT);
  return (
    <div data-paint="" aria-hidden="true" className="flex w-full items-center" style={{ height }}>
      <div className="flex h-full flex-1 outline outline-1 outline-line">
        {long.map((segment) => (
          <span
            key={segment.key}
            className="h-full"
            style={{ flexGrow: segment.share, flexBasis: 0, backgroundColor: cssFromLab(segment.lab) }}
          />
        ))}
      </div>
      {specks.map((segment) => (
        <span
          key={segment.key}
          className="ml-2 size-3 rounded-full outline outline-1 outline-line"
          style={{ backgroundColor: cssFromLab(segment.lab) }}
        />
      ))}
    </div>
  );
}
