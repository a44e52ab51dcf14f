"use client";

/** Search, filters, and the tubes as smears or as a table. */
import { Fold } from "../../ui/Fold";
import { RowGuard } from "../../ui/RowGuard";
import { clsx } from "clsx";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useMemo, useRef, useState } from "react";
import type { Tube } from "../../domain/tube/tube";
import { Choice } from "../../ui/Choice";
import { later } from "../../ui/later";
import { CheckField, TextField } from "../../ui/fields";
import { Smear } from "../../ui/Smear";
import { useSizedWithPicture } from "../../ui/useSizedWithPicture";
import { ladderOfTube } from "../../domain/tube/smear";
import { basisWords, EVERYTHING, FILTER_WORDS, filterTubes } from "../../domain/tube/box";

const BoxTable = later(async () => (await import("./BoxTable")).BoxTable);

const VIEWS = [
  { value: "smears", label: "smears" },
  { value: "table", label: "table" },
] as const;

export function BoxList({
  box,
  openId,
  onOpen,
}: {
  box: readonly Tube[];
  openId: string | undefined;
  onOpen: (tubeId: string) => void;
}) {
  const [filter, setFilter] = useState(EVERYTHING);
  const [view, setView] = useState<(typeof VIEWS)[number]["value"]>("smears");
  // The letters appear at once; the list follows as fast as it can.
  const settled = useDeferredValue(filter);
  const shown = useMemo(() => filterTubes(box, settled), [box, settled]);
  return (
    <>
      <TextField
        label="Find by name, code, family, property"
        type="search"
        value={filter.text}
        onChange={(event) => {
          setFilter({ ...filter, text: event.target.value });
        }}
      />
      <Fold
        label={
          <>
            <span className="underline underline-offset-4">filters and view</span>
            <span aria-live="polite" className="font-semibold">
              {shown.length} of {box.filter((tube) => tube.deletedAt === undefined).length}
            </span>
          </>
        }
        className="mt-1"
      >
        <fieldset className="flex flex-col pb-2">
          <legend className="sr-only">Filters</legend>
          {Object.entries(FILTER_WORDS).map(([name, words]) => (
            <CheckField
              key={name}
              label={words}
              isChecked={filter[name as keyof typeof FILTER_WORDS]}
              onChange={(isChecked) => {
                setFilter({ ...filter, [name]: isChecked });
              }}
            />
          ))}
          <Choice label="See the box as" value={view} options={VIEWS} onChange={setView} />
        </fieldset>
      </Fold>
      {shown.length === 0 ? (
        <p className="mt-2 text-muted">
          No tube of your box is like that. Take a filter away, or add the tube.
        </p>
      ) : view === "table" ? (
        <BoxTable tubes={shown} openId={openId} onOpen={onOpen} />
      ) : (
        <SmearList tubes={shown} openId={openId} onOpen={onOpen} />
      )}
    </>
  );
}

/**
 * Height of a row, in rem: two lines that are cut off rather than wrapped, so that no row needs measuring, which
 * would make the browser lay the page out once more. And rows beyond both edges that are there already.
 */
const ROW_REM = 3.75;
const OVERSCAN = 12;

/** Only the rows in sight are drawn, so that hundreds of tubes stay quick. */
function SmearList({
  tubes,
  openId,
  onOpen,
}: {
  tubes: readonly Tube[];
  openId: string | undefined;
  onOpen: (tubeId: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const rowPx = useMemo(
    () => ROW_REM * Number.parseFloat(getComputedStyle(document.documentElement).fontSize),
    [],
  );
  const rows = useVirtualizer({
    count: tubes.length,
    getScrollElement: () => frame.current,
    estimateSize: () => rowPx,
    ...useSizedWithPicture(0.6, OVERSCAN),
    getItemKey: (index) => tubes[index]?.id ?? index,
  });
  return (
    <div
      ref={frame}
      className="mt-1 h-[60dvh] min-h-56 flex-1 shrink-0 overflow-y-auto border-t"
      tabIndex={0}
      role="region"
      aria-label="Tubes as smears"
    >
      <ul className="relative" aria-label="Tubes" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, key, start, size }) => {
          const tube = tubes[index];
          if (!tube) return null;
          return (
            <li
              key={key}
              aria-setsize={tubes.length}
              aria-posinset={index + 1}
              className="absolute inset-x-0 top-0 border-b"
              style={{ transform: `translateY(${start}px)`, height: size }}
            >
              <button
                type="button"
                aria-current={tube.id === openId}
                onClick={() => {
                  onOpen(tube.id);
                }}
                className={clsx(
                  "flex h-full w-full items-center gap-3 py-1 text-left leading-tight",
                  tube.id === openId && "border-l-4 border-ink pl-2",
                )}
              >
                <RowGuard name={tube.label} resetKey={tube}>
                  <TubeLine tube={tube} index={index} isOpen={tube.id === openId} />
                </RowGuard>
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

function TubeLine({ tube, index, isOpen }: { tube: Tube; index: number; isOpen: boolean }) {
  return (
    <>
      <Smear ladder={ladderOfTube(tube)} variant={index} className="h-8 w-28 shrink-0" />
      <span className="min-w-0">
        <span className={clsx("block truncate", isOpen && "font-bold")}>{tube.label}</span>
        <span className="block truncate text-sm text-muted">
          {[tube.colourIndexNames.join(" + "), basisWords(tube)].filter(Boolean).join(" · ")}
        </span>
      </span>
    </>
  );
}
