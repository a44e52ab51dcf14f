import type { ComponentProps } from "react";
import { Say } from "./announce/Say";

/** A line that is shown and spoken whenever its words change. */
export function Status({ children, ...rest }: ComponentProps<"p">) {
  return (
    <p {...rest}>
      <Say>{children}</Say>
    </p>
  );
}
