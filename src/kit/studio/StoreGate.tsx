"use client";

/** Nothing is shown before the store is open, and nothing goes on once another window has taken it. */
import { openingFaultWords } from "../../words/opening";
import { type ReactNode, useEffect, useState } from "react";
import type { StoreState } from "../../persistence/opening";
import { Button } from "../../ui/Button";
import type { Store } from "../store/store";

export function StoreGate({ store, children }: { store: Store; children: ReactNode }) {
  const [state, setState] = useState<StoreState>({ kind: "opening" });
  useEffect(() => store.open(setState), [store]);
  if (state.kind === "ready") return children;
  if (state.kind === "opening") return <p className="p-8">Opening your paintings</p>;
  return (
    <main className="max-w-2xl p-8">
      <h1 className="text-xl font-bold">{headingOf(state)}</h1>
      <p role="alert" className="mt-3">
        {wordsOf(state)}
      </p>
      {state.kind === "blocked" ? null : (
        <Button
          weight="main"
          className="mt-5"
          onClick={() => {
            window.location.reload();
          }}
        >
          Reload this page
        </Button>
      )}
    </main>
  );
}

type Trouble = Exclude<StoreState, { readonly kind: "ready" | "opening" }>;

function headingOf(state: Trouble): string {
  if (state.kind === "blocked") return "Another window is in the way";
  return state.kind === "taken" ? "This window is out of date" : "Your paintings could not be opened";
}

function wordsOf(state: Trouble): string {
  switch (state.kind) {
    case "blocked":
      return "An older Gaman is open in another window or tab and is in the way. Close it there; this one then goes on by itself. Nothing is lost.";
    case "taken":
      return state.by === "newer"
        ? "A newer Gaman was opened in another window and took over. Everything you kept is there. Reload this page to go on with the newer one."
        : "All of Gaman's data was deleted in another window. Reload this page to start afresh.";
    case "failed":
      return openingFaultWords(state.fault);
  }
}
