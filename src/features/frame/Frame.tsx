"use client";

/** Around every view: the board along the top, the ways to go, and the tray of notes along the bottom. */
import Link from "next/link";
import { usePathname } from "next/navigation";
import { type ReactNode, Suspense, useEffect } from "react";
import { LiveRegions } from "../../ui/announce/LiveRegions";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { keepFocus } from "../../ui/keepFocus";
import { keepInSight } from "../../ui/keepInSight";
import { useStudio } from "../../kit/studio/useStudio";
import { StudioProvider } from "../../kit/studio/StudioProvider";
import { isWriting, putAway, useProblems } from "../../kit/studio/problems";
import { Board } from "./Board";
import { GivenAnywhere } from "./GivenAnywhere";
import { AllPaint } from "./AllPaint";
import { Navigation } from "./Navigation";
import { NewVersion } from "./NewVersion";
import { PlaceOfView } from "./PlaceOfView";
import { useSlim } from "./slim";
import { Timers } from "./Timers";
import { Tray } from "./Tray";
import { UndoBar } from "./UndoBar";

/**
 * @param tools - what is at hand on every view besides the room.
 * @param foot - what stands below every view for as long as it is wanted.
 */
export function Frame({ tools, foot, children }: { tools: ReactNode; foot: ReactNode; children: ReactNode }) {
  const { isSlim } = useSlim();
  useEffect(() => keepFocus(isWriting), []);
  return (
    <StudioProvider>
      <SkipLink to="view">Skip to the view</SkipLink>
      <SkipToNotes />
      <LiveRegions />
      <AllPaint />
      <div
        data-slim={isSlim ? "" : undefined}
        className="grid h-dvh tiny:h-auto print:block print:h-auto grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto_auto] wide:grid-cols-[7.25rem_minmax(0,1fr)] wide:grid-rows-[auto_minmax(0,1fr)_auto]"
      >
        <Board tools={tools} />
        <Navigation />
        <main
          id="view"
          ref={keepInSight}
          tabIndex={-1}
          className="overflow-y-auto tiny:overflow-visible print:overflow-visible outline-none wide:col-start-2 wide:row-start-2"
        >
          <View>{children}</View>
          <div className="sticky bottom-0 z-20 print:hidden">
            <UndoBar />
            {foot}
          </div>
        </main>
        <Suspense fallback={null}>
          <PlaceOfView />
          <Tray />
        </Suspense>
      </div>
    </StudioProvider>
  );
}

/** For who goes by keys: past everything before a place of the page. It is seen while it has the focus. */
function SkipLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <a
      href={`#${to}`}
      className="fixed top-0 left-0 z-50 -translate-y-full bg-ink px-4 py-3 font-semibold text-surface focus:translate-y-0"
    >
      {children}
    </a>
  );
}

function SkipToNotes() {
  const hasNotes = useStudio((studio) => studio.notes.length > 0);
  return hasNotes ? <SkipLink to="notes">Skip to the notes</SkipLink> : null;
}

function View({ children }: { children: ReactNode }) {
  const isReady = useStudio((studio) => studio.isReady);
  const quarantinedCount = useStudio((studio) => studio.quarantinedCount);
  const problems = useProblems();
  const pathname = usePathname();
  if (!isReady) return <p className="p-6 text-muted">Opening your paintings</p>;
  return (
    <>
      {quarantinedCount > 0 && pathname === "/" ? (
        <Notice className="m-4">
          {quarantinedCount === 1 ? "One record" : `${quarantinedCount} records`} could not be read and{" "}
          {quarantinedCount === 1 ? "is" : "are"} kept apart, unchanged. Everything else is here.{" "}
          <Link href="/settings#store" className="underline underline-offset-4">
            Look at what was kept apart
          </Link>
        </Notice>
      ) : null}
      {problems.map(({ id, words }) => (
        <div
          key={id}
          role="alert"
          className="m-4 flex items-center justify-between gap-4 border-4 border-double border-ink p-3"
        >
          <p>{words}</p>
          <Button
            onClick={() => {
              putAway(id);
            }}
          >
            Understood
          </Button>
        </div>
      ))}
      <GivenAnywhere />
      <NewVersion />
      <Timers />
      <Suspense fallback={null}>{children}</Suspense>
    </>
  );
}
