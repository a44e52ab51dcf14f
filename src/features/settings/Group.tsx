import type { ReactNode } from "react";

/** One question of the settings, with why it matters. */
export function Group({
  id,
  title,
  text,
  children,
}: {
  /** Where a link leads to. */
  id?: string;
  title: string;
  text: ReactNode;
  children: ReactNode;
}) {
  return (
    <section id={id} aria-label={title} className="mt-5 border-t pt-3">
      <h2 className="font-bold">{title}</h2>
      <p className="mb-2 text-muted">{text}</p>
      {children}
    </section>
  );
}
