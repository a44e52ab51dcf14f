"use client";

import { useState } from "react";
import { Button } from "../../../ui/Button";
import { later } from "../../../ui/later";

// It is asked for now and then.
const NearestTubeLine = later(async () => (await import("./NearestTubeLine")).NearestTubeLine);

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
      {isOpen ? <NearestTubeLine /> : null}
    </>
  );
}
