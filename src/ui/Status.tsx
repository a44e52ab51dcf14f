"use client";

import { type ComponentProps, useRef } from "react";
import { useSpoken } from "./announce/Say";

/** A line that is shown and spoken whenever its words change. */
export function Status(props: ComponentProps<"p">) {
  const shown = useRef<HTMLParagraphElement>(null);
  useSpoken(shown);
  return <p {...props} ref={shown} data-says="" />;
}
