"use client";

import { useEffect, useState } from "react";

const MINUTE_MS = 60_000;

/** The time, ms since 1970, as a clock without a second hand tells it. */
export function useMinute(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(Date.now());
    }, MINUTE_MS);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return now;
}
