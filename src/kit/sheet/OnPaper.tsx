"use client";

import { useRef } from "react";
import { createPortal } from "react-dom";

/** Beside the page, where only the printer sees it (globals.css); it is printed once all its pages are there. */
export function OnPaper({ svgs, title }: { svgs: readonly string[]; title: string }) {
  const loaded = useRef(0);
  return createPortal(
    <div data-on-paper="">
      {svgs.map((svg, i) => (
        // oxlint-disable-next-line nextjs/no-img-element
        <img
          key={i}
          src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
          alt={title}
          onLoad={() => {
            loaded.current++;
            if (loaded.current === svgs.length) window.print();
          }}
        />
      ))}
    </div>,
    document.body,
  );
}
