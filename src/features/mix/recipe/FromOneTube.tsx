"use client";

import { lazy, Suspense, useState } from "react";
import { Button } from "../../../ui/Button";

// It is asked for now and then.
const NearestTubeLine = lazy(async () => ({
  default: (await import("./NearestTubeLine")).NearestTubeLine,
}));

export function FromOneTube() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        weight="quiet"
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(!isOpen);
        }}
      >
        begin with the nearest tube
      </Button>
      {isOpen ? (
        <Suspense fallback={null}>
          <NearestTubeLine />
        </Suspense>
      ) : null}
    </>
  );
}
