"use client";

/** G, held anywhere: all paint on the page in grey of its own value. */
import { SRGB_LUMINANCE } from "../../core/color/srgb";
import { holdGrey } from "../../kit/studio/greyView";
import { useSettings } from "../../kit/studio/useStudio";
import { useKey } from "../../ui/useKey";

/** The same luminance for each channel: in linear light that is the grey of the same L*. */
const ROW = `${SRGB_LUMINANCE.join(" ")} 0 0`;

export function GreyByValue() {
  const settings = useSettings();
  useKey(
    "g",
    settings.singleKeys,
    () => {
      holdGrey(true);
    },
    () => {
      holdGrey(false);
    },
  );
  return (
    <svg aria-hidden="true" className="absolute size-0">
      <filter id="grey-by-value" colorInterpolationFilters="linearRGB">
        <feColorMatrix type="matrix" values={`${ROW} ${ROW} ${ROW} 0 0 0 1 0`} />
      </filter>
    </svg>
  );
}
