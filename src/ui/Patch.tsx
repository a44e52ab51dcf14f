import type { CSSProperties, ReactNode } from "react";
import type { LabD65 } from "../core/color/types";
import { cssFromLab, greyFromLab } from "./color";

/**
 * A flat area of one colour. `label` says the colour in words, since not everyone sees it; children are
 * drawn on top. Marked as paint: the one kind of element that may be chromatic.
 */
export function Patch({
  lab,
  label,
  isGrey = false,
  className,
  style,
  children,
}: {
  lab: LabD65;
  label?: string;
  isGrey?: boolean;
  className?: string;
  style?: CSSProperties;
  children?: ReactNode;
}) {
  return (
    <div
      data-paint=""
      role={label ? "img" : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
      className={className}
      style={{ ...style, backgroundColor: cssFromLab(isGrey ? greyFromLab(lab) : lab) }}
    >
      {children}
    </div>
  );
}
