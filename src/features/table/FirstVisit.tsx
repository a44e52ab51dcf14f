"use client";

import { useDemo } from "../../kit/studio/useDemo";
import { useState } from "react";
import { Button } from "../../ui/Button";

import { LostWork } from "./LostWork";
import { PaintingForm } from "./PaintingForm";

/** Nothing is open: begin with one's own tubes, or look at the demo. */
export function FirstVisit() {
  const demo = useDemo();
  const [problem, setProblem] = useState<string>();
  const [isOpening, setIsOpening] = useState(false);
  const open = (): void => {
    setIsOpening(true);
    setProblem(undefined);
    demo.open().catch((error: unknown) => {
      setIsOpening(false);
      const reason = error instanceof Error ? error.message : "unknown reason";
      setProblem(`The demo could not be opened: ${reason}. Reload the page and try again.`);
    });
  };
  return (
    <div className="grid max-w-5xl gap-10 p-5 wide:grid-cols-2 wide:pt-10">
      <section aria-labelledby="demo">
        <LostWork />
        <h1 id="demo" className="text-2xl font-bold">
          You see a colour and have a few tubes.
        </h1>
        <p className="mt-3">
          Gaman reads the colour, finds what to mix, in which order, and keeps what came out. It works in
          parts, touches and specks, by eye; no instrument is needed.
        </p>
        <p className="mt-3">
          Look at it first with a made-up painting, “Slipway, low tide”. The demo stays apart from your own
          work and is removed with one click.
        </p>
        <Button weight="main" className="mt-5" onClick={open} disabled={isOpening}>
          {isOpening ? "Opening the demo" : "Open the demo painting"}
        </Button>
        {problem ? (
          <p role="alert" className="mt-3 font-semibold">
            {problem}
          </p>
        ) : null}
      </section>
      <section aria-labelledby="own">
        <h2 id="own" className="text-xl font-bold">
          Start with your own tubes
        </h2>
        <p className="mt-2 mb-3 text-muted">
          Choose the pigment named on each tube. The models are generic: near enough for a first pile, which
          you then correct by eye.
        </p>
        <PaintingForm />
      </section>
    </div>
  );
}
