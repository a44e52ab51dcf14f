"use client";

/** Rows of the log as the colours themselves: target and result touching, with their words below. */
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { RowGuard } from "../../ui/RowGuard";
import { Patch } from "../../ui/Patch";
import { useSizedWithPicture } from "../../ui/useSizedWithPicture";
import { useSettings } from "../../kit/studio/useStudio";
import { describeLab } from "../../words/colors";
import type { LogRow } from "../../domain/log/logRow";
import type { RowsProps } from "./LogTable";
import { labOf } from "../../domain/match/since";

const LINE_PX = 176;
const NARROWEST_PX = 168;
const OVERSCAN = 3;

export function LogPatches({ rows, onOpen }: RowsProps) {
  const frame = useRef<HTMLDivElement>(null);
  const [perLine, setPerLine] = useState(2);
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(() => {
      setPerLine(Math.max(2, Math.floor(element.clientWidth / NARROWEST_PX)));
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  const { found, rowAt, need } = rows;
  const virtual = useVirtualizer({
    count: Math.ceil(found / perLine),
    getScrollElement: () => frame.current,
    estimateSize: () => LINE_PX,
    ...useSizedWithPicture(0.62, OVERSCAN),
  });
  const items = virtual.getVirtualItems();
  const first = (items[0]?.index ?? 0) * perLine;
  const last = ((items.at(-1)?.index ?? 0) + 1) * perLine - 1;
  useEffect(() => {
    need(first, last);
  }, [need, first, last]);
  return (
    <div
      ref={frame}
      className="mt-2 h-[62dvh] min-h-0 flex-1 overflow-y-auto wide:h-auto"
      tabIndex={0}
      role="region"
      aria-label="Records as patches"
    >
      <ul aria-label="Records" className="relative" style={{ height: virtual.getTotalSize() }}>
        {items.flatMap(({ index: line, start }) =>
          Array.from({ length: Math.min(perLine, found - line * perLine) }, (_, place) => {
            const row = rowAt(line * perLine + place);
            return (
              <li
                key={line * perLine + place}
                className="absolute p-1.5"
                style={{
                  top: start,
                  height: LINE_PX,
                  width: `${100 / perLine}%`,
                  left: `${(100 * place) / perLine}%`,
                }}
              >
                <button
                  type="button"
                  className="block size-full text-left"
                  onClick={() => {
                    if (row) onOpen(row);
                  }}
                >
                  {row ? (
                    <RowGuard name={row.note ?? "This record"} resetKey={row}>
                      <RecordPatches row={row} />
                    </RowGuard>
                  ) : (
                    "…"
                  )}
                </button>
              </li>
            );
          }),
        )}
      </ul>
    </div>
  );
}

function RecordPatches({ row }: { row: LogRow }) {
  const settings = useSettings();
  const [target, result] = [labOf(row.target), labOf(row.color)];
  const lab = result ?? target;
  return (
    <>
      <span className="flex h-22 w-full">
        {target ? <Patch lab={target} className="flex-1" /> : null}
        {result ? <Patch lab={result} className="flex-1" /> : null}
      </span>
      <span className="mt-1 block truncate font-semibold">{row.note}</span>
      <span className="block truncate text-sm text-muted">
        {`${row.miss === undefined ? "not read" : `ΔE ${row.miss.toFixed(1)}`}, `}
        {lab ? describeLab(lab, settings).sentence : ""}
      </span>
    </>
  );
}
