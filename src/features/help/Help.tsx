"use client";

/** The question mark on every view: what the view is for, how painters use it, its keys, and a guided first match. */
import { CircleHelp } from "lucide-react";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { useGuideStep } from "./guideStore";
import { later } from "../../ui/later";

// They are wanted now and then.
const HelpPanel = later(async () => (await import("./HelpPanel")).default);
const Guide = later(async () => (await import("./Guide")).default);

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
      {isOpen ? (
        <HelpPanel
          path={path}
          onClose={() => {
            setOpen(false);
          }}
        />
      ) : null}
    </>
  );
}

/** The line of the guided first match, where every view has its foot. */
export function GuideLine() {
  const step = useGuideStep();
  return step === undefined ? null : <Guide step={step} />;
}
