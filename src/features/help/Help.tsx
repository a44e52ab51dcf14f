"use client";

/** The question mark on every view: what the view is for, how painters use it, its keys, and a guided first match. */
import { CircleHelp } from "lucide-react";
import { usePathname } from "next/navigation";
import { lazy, Suspense, useState } from "react";
import { useGuideStep } from "./guideStore";

// They are wanted now and then.
const HelpPanel = lazy(() => import("./HelpPanel"));
const Guide = lazy(() => import("./Guide"));

export function Help() {
  const path = usePathname();
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="flex size-11 items-center justify-center"
        aria-haspopup="dialog"
        aria-label="Help with this view"
        onClick={() => {
          setOpen(true);
        }}
      >
        <CircleHelp aria-hidden="true" />
      </button>
      <Suspense fallback={null}>
        {isOpen ? (
          <HelpPanel
            path={path}
            onClose={() => {
              setOpen(false);
            }}
          />
        ) : null}
      </Suspense>
    </>
  );
}

/** The line of the guided first match, where every view has its foot. */
export function GuideLine() {
  const step = useGuideStep();
  return <Suspense fallback={null}>{step === undefined ? null : <Guide step={step} />}</Suspense>;
}
