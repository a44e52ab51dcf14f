"use client";

import { Button } from "../../ui/Button";
import { later } from "../../ui/later";

const LastImport = later(async () => (await import("./LastImport")).LastImport);

/** In place of a view that failed: what is safe, and what to do. */
export function ViewFailure({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <div className="max-w-2xl p-5">
      <h1 className="text-xl font-bold">This view stopped</h1>
      <p role="alert" className="mt-3">
        What you kept is not touched by this. Show the view again; if it stops once more, reload the page, and
        save an archive in Settings. ({error.message.slice(0, 200)})
      </p>
      <div className="mt-4 flex flex-wrap gap-3">
        <Button weight="main" onClick={reset}>
          Show it again
        </Button>
        <Button
          onClick={() => {
            window.location.reload();
          }}
        >
          Reload the page
        </Button>
      </div>
      <LastImport onTakenBack={reset} />
    </div>
  );
}
