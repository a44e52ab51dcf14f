"use client";

/** The bench: target and pile touching, the three rails, the recipe, and what was put down. */
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { BenchProvider } from "./bench/BenchProvider";
import { buttonClass } from "../../ui/Button";
import { ASKING } from "../../ui/keepFocus";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { TargetAndPile } from "./compare/TargetAndPile";
import { useLooks } from "./bench/useLooks";
import { useAim, useStory } from "./bench/contexts";
import { later, soon } from "../../ui/later";

const BEING_READ = <div className="min-h-160" {...ASKING} />;
/** Drawn once it is known what lies here; its script comes while that is read. */
const BelowPair = soon(async () => (await import("./BelowPair")).BelowPair, BEING_READ);
const FreeBench = later(async () => (await import("./free/FreeBench")).FreeBench);
const TakesDoses = later(async () => (await import("./hand/TakesDoses")).TakesDoses);

export function MixView() {
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const params = useSearchParams();
  const wanted = params.get("note");
  if (params.has("pile")) return <FreeBench />;
  const note =
    notes.find((row) => row.id === wanted) ??
    (wanted
      ? undefined
      : (notes.find((row) => row.state === "mixing") ?? notes.find((row) => row.state === "open")));
  if (note)
    return (
      <BenchProvider key={note.id} note={note} againPileId={params.get("again") ?? undefined}>
        <BenchOfNote />
      </BenchProvider>
    );
  return (
    <div className="p-5">
      <h1 className="text-xl font-bold">Nothing to mix yet</h1>
      <p className="mt-2 max-w-prose">
        {painting
          ? "Choose a note from the tray, or find a colour first."
          : "Start a painting and say which tubes you have, then find a colour to mix."}
      </p>
      <Link href={painting ? "/subject" : "/"} className={buttonClass("main", "mt-4")}>
        {painting ? "Find a colour" : "Start a painting"}
      </Link>
    </div>
  );
}

function BenchOfNote() {
  const { note } = useAim();
  const { pile, lastMatch, isRead } = useStory();
  const settings = useSettings();
  const { looks, ofNote } = useLooks(note.id);
  const [isSkipped, setSkipped] = useState(false);
  const isBlind =
    settings.school.readFirst && !isSkipped && !ofNote && !pile && !lastMatch && looks !== undefined;
  return (
    <div className="max-wide:**:scroll-mt-72 short:**:scroll-mt-4! gap-x-8 wide:grid wide:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] wide:p-5 wide:pl-2">
      <h1 className="sr-only">
        Mix note {note.number}, {note.name}
      </h1>
      {isBlind ? null : <TakesDoses />}
      <TargetAndPile isBlind={isBlind} />
      {/* Until it is known whether a pile lies here nothing stands below the pair: it would be moved at once. */}
      {isRead ? (
        <BelowPair
          isBlind={isBlind}
          onSkip={() => {
            setSkipped(true);
          }}
        />
      ) : (
        BEING_READ
      )}
    </div>
  );
}
