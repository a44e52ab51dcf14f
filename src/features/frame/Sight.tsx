"use client";

/** How everything is seen: the room, values alone, board and tray small. One button, on every view. */
import { Eye } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { useKeptLook } from "../../kit/studio/looks";

const SightPanel = lazy(async () => ({ default: (await import("./SightPanel")).SightPanel }));

export function Sight() {
  const [isOpen, setOpen] = useState(false);
  const isGrey = useKeptLook("grey");
  const isSquinting = useKeptLook("squint");
  const words = [...(isGrey ? ["all in grey now"] : []), ...(isSquinting ? ["squinting now"] : [])];
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        aria-label={["How it is seen", ...words].join("; ")}
        className="flex size-11 items-center justify-center"
        onClick={() => {
          setOpen(true);
        }}
      >
        <Eye aria-hidden="true" strokeWidth={words.length > 0 ? 3 : 2} />
      </button>
      <Suspense fallback={null}>{isOpen ? <SightPanel onOpenChange={setOpen} /> : null}</Suspense>
    </>
  );
}
