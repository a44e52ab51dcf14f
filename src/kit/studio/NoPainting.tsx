"use client";

import Link from "next/link";
import { buttonClass } from "../../ui/Button";

/** In place of a view that belongs to a painting, while there is none. */
export function NoPainting({ what }: { what: string }) {
  return (
    <div className="p-5">
      <h1 className="text-xl font-bold">No painting yet</h1>
      <p className="mt-2">{what} belong to a painting. Start one first.</p>
      <Link href="/" className={buttonClass("main", "mt-4")}>
        Start a painting
      </Link>
    </div>
  );
}
