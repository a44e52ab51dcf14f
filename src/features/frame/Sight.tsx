"use client";

/** How everything is seen: the room, values alone, board and tray small. One button, on every view. */
import { Eye } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { useKeptGrey } from "../../kit/studio/greyView";

const SightPanel = lazy(async () => ({ default: (await import("./SightPanel")).SightPanel }));

export function Sight() {
  const [isOpen, setOpen] = useState(false);
  const isGrey = useKeptGrey();
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        aria-label={isGrey ? "How it is seen; all in grey now" : "How it is seen"}
        className="flex size-11 items-center justify-center"
        onClick={() => {
          setOpen(true);
        }}
      >
        <Eye aria-hidden="true" strokeWidth={isGrey ? 3 : 2} />
      </button>
      <Suspense fallback={null}>{isOpen ? <SightPanel onOpenChange={setOpen} /> : null}</Suspense>
    </>
  );
}
