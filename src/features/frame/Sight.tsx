"use client";

/** How everything is seen: the room, values alone, board and tray small. One button, on every view. */
import { Eye } from "lucide-react";
import { useState } from "react";
import { useKeptLook } from "../../kit/studio/looks";
import { later } from "../../ui/later";

const SightPanel = later(async () => (await import("./SightPanel")).SightPanel);

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
      {isOpen ? <SightPanel onOpenChange={setOpen} /> : null}
    </>
  );
}
