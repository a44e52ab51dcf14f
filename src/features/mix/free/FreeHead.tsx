"use client";

import Link from "next/link";
import { useState } from "react";
import type { FilmState } from "../../../domain/reading/reading";
import { kindOfMixture } from "../../../domain/mixture/drying";
import { contentsOf } from "../../../domain/pile/contents";
import { usePileCommands } from "../../../kit/commands/piles";
import { ReadColour } from "../../../kit/reading/ReadColour";
import { specimenOf } from "../../../kit/reading/specimen";
import { attempt } from "../../../kit/studio/problems";
import { useSettings } from "../../../kit/studio/useStudio";
import { NameForm } from "../../../kit/words/NameForm";
import { Button, buttonClass } from "../../../ui/Button";
import { isExactOnScreen } from "../../../ui/color";
import { Patch } from "../../../ui/Patch";
import { describeLab } from "../../../words/colors";
import { FilmChoice } from "../compare/FilmChoice";
import { useDeeds, useOffers, usePaint, useShown, useStory } from "../bench/contexts";

/** How the pile looks, what it is called, and how it is read and kept. */
export function FreeHead() {
  const { pile, isSample, reading } = useStory();
  const { chosen, again, memberName } = useOffers();
  const { wetOf } = usePaint();
  const shown = useShown();
  const settings = useSettings();
  const lab = shown?.lab ?? (!pile && chosen ? wetOf(chosen.predicted) : undefined);
  const name =
    pile?.name ??
    (pile
      ? "Pile without a name"
      : again
        ? `${again.name ?? "The pile"}, again`
        : (memberName ?? "A new pile"));
  const known = pile?.isStreaky
    ? "left streaky: it has no single colour"
    : !lab
      ? "nothing lies there yet"
      : reading
        ? "as believed"
        : "predicted";
  return (
    <section aria-label="The pile" aria-busy={shown?.isAsking ?? false} className="min-w-0">
      <div className="sticky top-0 z-10 bg-surface short:static wide:static">
        {lab ? (
          <Patch
            lab={lab}
            label={`${name}, ${known}: ${describeLab(lab, settings).sentence}`}
            className="h-40 wide:h-80"
          />
        ) : (
          <div className="flex h-40 items-center justify-center border-2 border-dashed border-edge wide:h-80">
            <p className="text-muted">{known}</p>
          </div>
        )}
        <div className="px-4 pt-1.5 leading-snug wide:px-0">
          <h1 className="font-bold wide:text-lg">
            {isSample ? `${name}: the sample` : name}{" "}
            <span className="font-normal text-muted">{lab ? known : ""}</span>
          </h1>
          <p className="text-muted">
            {lab ? describeLab(lab, settings).sentence : ""}
            {lab && !isExactOnScreen(lab) ? "; duller on this screen than in paint" : ""}
            {shown?.doubtDeltaE2000 === undefined
              ? ""
              : `, give or take ΔE ${shown.doubtDeltaE2000.toFixed(1)}`}
          </p>
        </div>
      </div>
      <div className="px-4 pb-4 wide:px-0">
        {memberName === undefined ? null : (
          <Link href="/strings" className={buttonClass("quiet")}>
            to your strings
          </Link>
        )}
        {pile ? <Reads /> : null}
        {pile && !isSample ? <NameField key={pile.id} pileId={pile.id} name={pile.name ?? ""} /> : null}
      </div>
    </section>
  );
}

function Reads() {
  const { pile, isSample } = useStory();
  const { read, keep } = useDeeds();
  const { tubeById, toDry } = usePaint();
  const shown = useShown();
  const [film, setFilm] = useState<FilmState>("wet");
  if (!pile) return null;
  const contents = contentsOf(pile);
  const beside = shown && (film === "wet" ? shown.lab : toDry(shown.lab));
  return (
    <div className="mt-2 flex flex-col gap-2">
      {pile.state === "open" && !isSample ? (
        <Button weight="main" className="self-start" onClick={keep}>
          Keep it for other piles
        </Button>
      ) : null}
      {pile.isStreaky || pile.state === "kept" ? null : (
        <>
          <FilmChoice film={film} onChange={setFilm} />
          <ReadColour
            ways={["words", "eye", "photo", "typed", "colorimeter"]}
            thing="the pile"
            {...(beside && { beside, expected: beside })}
            predicted={beside}
            specimen={specimenOf(contents, tubeById, kindOfMixture(contents, tubeById))}
            onTake={(taken) => {
              if (taken) read(taken, film);
            }}
          />
        </>
      )}
    </div>
  );
}

function NameField({ pileId, name }: { pileId: string; name: string }) {
  const { namePile } = usePileCommands();
  return (
    <NameForm
      className="mt-3"
      label="What you call it"
      placeholder="red-black, base brown, mid grey"
      name={name}
      onName={(next) => {
        attempt(namePile(pileId, next));
      }}
    />
  );
}
