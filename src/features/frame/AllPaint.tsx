"use client";

/** G and B, held anywhere: all paint on the page in grey of its own value, or the view as a squinting eye sees it. */
import { usePathname } from "next/navigation";
import { SRGB_LUMINANCE } from "../../core/color/srgb";
import { holdLook, type Look } from "../../kit/studio/looks";
import { useSettings } from "../../kit/studio/useStudio";
import { useKey } from "../../ui/useKey";

/** The same luminance for each channel: in linear light that is the grey of the same L*. */
const ROW = `${SRGB_LUMINANCE.join(" ")} 0 0`;
/** Views that squint at one thing of theirs with the same key. */
const OWN_SQUINT: ReadonlySet<string> = new Set(["/mix", "/subject", "/log"]);

export function AllPaint() {
  const { singleKeys } = useSettings();
  const hasSquint = !OWN_SQUINT.has(usePathname());
  useLookKey("g", "grey", singleKeys);
  useLookKey("b", "squint", singleKeys && hasSquint);
  return (
    <svg aria-hidden="true" className="absolute size-0">
      <filter id="grey-by-value" colorInterpolationFilters="linearRGB">
        <feColorMatrix type="matrix" values={`${ROW} ${ROW} ${ROW} 0 0 0 1 0`} />
      </filter>
      <filter id="squint" colorInterpolationFilters="linearRGB">
        <feGaussianBlur stdDeviation="10" />
      </filter>
    </svg>
  );
}

function useLookKey(key: string, look: Look, isOn: boolean): void {
  useKey(
    key,
    isOn,
    () => {
      holdLook(look, true);
    },
    () => {
      holdLook(look, false);
    },
  );
}
