"use client";

/** A pile that needs no note: named, laid down, read, kept, and mixed again. */
import { useRouter, useSearchParams } from "next/navigation";
import { useState } from "react";
import { AMOUNT } from "../../../domain/pile/amountRange";
import { contentsOf, volumeOf } from "../../../domain/pile/contents";
import { parseNumber } from "../../../domain/reading/typedNumber";
import { useSettings, useStudio } from "../../../kit/studio/useStudio";
import { TextField } from "../../../ui/fields";
import { numberFailureWords } from "../../../words/typed";
import { TakesDoses } from "../hand/TakesDoses";
import { PileSteps } from "../pile/PileSteps";
import { MindPaint } from "../pile/MindPaint";
import { PileCare } from "../pile/PileCare";
import { thinningWords } from "../../../words/strings";
import { useOffers, usePaint, useStory } from "../bench/contexts";
import { FreeBenchProvider } from "./FreeBenchProvider";
import { FreeHead } from "./FreeHead";
import { KeptFreePile } from "./KeptFreePile";
import { later } from "../../../ui/later";

const SampleLine = later(async () => (await import("../correct/NextStep")).SampleLine);
const AnotherPaint = later(async () => (await import("../pile/AnotherPaint")).AnotherPaint);
const OneThing = later(async () => (await import("../correct/OneThing")).OneThing);
const SideBySide = later(async () => (await import("../compare/SideBySide")).SideBySide);
const Trials = later(async () => (await import("../pile/Trials")).Trials);

export function FreeBench() {
  const params = useSearchParams();
  const router = useRouter();
  const painting = useStudio((studio) => studio.painting);
  const [wanted, setWanted] = useState<string>();
  const parts = wanted === undefined ? undefined : parseNumber(wanted, AMOUNT);
  const asked = params.get("pile");
  const again = params.get("again") ?? undefined;
  const planId = params.get("plan") ?? undefined;
  const pileId = asked === null || asked === "new" ? undefined : asked;
  if (!painting) return <p className="p-5">Start a painting first: a pile lies on its board.</p>;
  return (
    <FreeBenchProvider
      key={`${asked} ${again} ${planId}`}
      paintingId={painting.id}
      pileId={pileId}
      planId={planId}
      againPileId={again}
      wantedParts={parts?.ok ? parts.value : undefined}
      onBegun={(pile) => {
        router.replace(`/mix?pile=${pile.id}`);
      }}
    >
      <TakesDoses />
      <FreePile
        size={
          <AgainSize
            text={wanted}
            error={
              parts && !parts.ok
                ? numberFailureWords(parts.failure, AMOUNT, "the parts of the pile")
                : undefined
            }
            onText={setWanted}
          />
        }
      />
    </FreeBenchProvider>
  );
}

function FreePile({ size }: { size: React.ReactNode }) {
  const { pile } = useStory();
  const { again, chosen } = useOffers();
  const isKept = pile !== undefined && pile.state !== "open" && pile.side === undefined;
  return (
    <div className="gap-x-8 wide:grid wide:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] wide:p-5 wide:pl-2">
      <FreeHead />
      <div className="px-4 pb-6 wide:px-0">
        {isKept ? (
          <KeptFreePile pile={pile} />
        ) : (
          <>
            <SampleLine />
            <SideBySide />
            {again && !pile ? size : null}
            <ThinFirst />
            <PileSteps />
            {pile ? <MindPaint contents={contentsOf(pile)} /> : null}
            {pile || again || chosen ? null : (
              <section aria-labelledby="first-dose">
                <h2 id="first-dose" className="font-bold">
                  What goes in first
                </h2>
                <p>Tap a tube on the board and an amount, or choose both here. It needs no target.</p>
                <AnotherPaint />
              </section>
            )}
            {pile ? <PileCare pile={pile} /> : null}
            <OneThing />
            <Trials />
          </>
        )}
      </div>
    </div>
  );
}

/** What is too strong to dose as it is: said before the amounts, which count its paint already. */
function ThinFirst() {
  const { pile } = useStory();
  const { chosen } = useOffers();
  const { tubeById } = usePaint();
  const settings = useSettings();
  if (pile || !chosen?.thinned) return null;
  return (
    <section aria-labelledby="thin-first" className="border-l-4 border-ink pl-3">
      <h2 id="thin-first" className="font-bold">
        Thin this first
      </h2>
      <ul>
        {chosen.thinned.dilutions.map((one) => (
          <li key={one.tubeId}>{thinningWords(one, tubeById, settings)}</li>
        ))}
      </ul>
      <p className="text-muted">The amounts below count this paint already.</p>
    </section>
  );
}

/** How large the pile shall be that is mixed again. */
function AgainSize({
  text,
  error,
  onText,
}: {
  text: string | undefined;
  error: string | undefined;
  onText: (text: string) => void;
}) {
  const { again } = useOffers();
  const whole = again ? volumeOf(contentsOf(again)) : 1;
  return (
    <TextField
      className="max-w-48"
      label="Parts in all"
      inputMode="decimal"
      value={text ?? String(Number(whole.toPrecision(3)))}
      error={error}
      onChange={(event) => {
        onText(event.target.value);
      }}
    />
  );
}
