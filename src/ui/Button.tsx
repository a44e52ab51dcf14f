import { clsx } from "clsx";
import type { ComponentProps } from "react";

type Weight = "main" | "plain" | "quiet";

const WEIGHTS: Readonly<Record<Weight, string>> = {
  main: "bg-ink text-surface border-2 forced-colors:border-4 border-ink disabled:bg-transparent disabled:text-muted disabled:border-line disabled:border-dashed aria-disabled:bg-transparent aria-disabled:text-muted aria-disabled:border-line aria-disabled:border-dashed",
  plain:
    "border-2 border-ink text-ink disabled:text-muted disabled:border-line disabled:border-dashed aria-disabled:text-muted aria-disabled:border-line aria-disabled:border-dashed",
  quiet:
    "underline underline-offset-4 decoration-1 hover:decoration-2 text-ink disabled:text-muted disabled:no-underline aria-disabled:text-muted aria-disabled:no-underline",
};

export function buttonClass(weight: Weight, className?: string): string {
  return clsx(
    // Paper cannot be pressed.
    "print:hidden",
    "inline-flex min-h-11 min-w-11 items-center justify-center gap-2 text-center font-semibold",
    weight === "quiet" ? "px-1" : "px-4",
    WEIGHTS[weight],
    className,
  );
}

export function Button({
  weight = "plain",
  className,
  type = "button",
  isWaiting = false,
  onClick,
  ...rest
}: ComponentProps<"button"> & {
  weight?: Weight;
  /** Not to be pressed for a moment. Unlike a disabled one it keeps the keyboard's place. */
  isWaiting?: boolean;
}) {
  return (
    <button
      type={type}
      data-weight={weight}
      className={buttonClass(weight, className)}
      aria-disabled={isWaiting || undefined}
      onClick={isWaiting ? undefined : onClick}
      {...rest}
    />
  );
}
