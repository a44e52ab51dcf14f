"use client";

import type { FilmState } from "../../../domain/reading/reading";
import { Choice } from "../../../ui/Choice";

const OPTIONS = [
  { value: "wet", label: "seen wet" },
  { value: "dry", label: "seen dry" },
] as const satisfies readonly { value: FilmState; label: string }[];

/** Whether a pile is read wet or once it is dry. */
export function FilmChoice({ film, onChange }: { film: FilmState; onChange: (film: FilmState) => void }) {
  return <Choice label="How the pile is seen" value={film} options={OPTIONS} onChange={onChange} />;
}
