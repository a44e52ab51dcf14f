import { clsx } from "clsx";
import type { ComponentProps } from "react";

type Weight = "main" | "plain" | "quiet";

const WEIGHTS: Readonly<Record<Weight, string>> = {
  main: "bg-ink text-surface border-2 border-ink disabled:bg-transparent disabled:text-muted disabled:border-line disabled:border-dashed",
  plain: "border-2 border-ink text-ink disabled:text-muted disabled:border-line disabled:border-dashed",
  quiet:
    "underline underline-offset-4 decoration-1 hover:decoration-2 text-ink disabled:text-muted disabled:no-underline",
};

export function buttonClass(weight: Weight, className?: string): string {
  return clsx(
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
  ...rest
}: ComponentProps<"button"> & { weight?: Weight }) {
  return <button type={type} className={buttonClass(weight, className)} {...rest} />;
}
