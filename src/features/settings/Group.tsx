import type { ReactNode } from "react";

/** One question of the settings, with why it matters. */
export function Group({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mt-5 border-t pt-3">
      <h2 className="font-bold">{title}</h2>
      <p className="mb-2 text-muted">{text}</p>
      {children}
    </section>
  );
}
