"use client";

import { type ComponentType, type ReactNode, useEffect, useState } from "react";

/** @param meanwhile - stands in its place, instead of what usually does. */
export type Later<Props extends object> = ComponentType<Props & { readonly meanwhile?: ReactNode }> & {
  /** Fetches it before it is wanted. */
  readonly fetch: () => Promise<ComponentType<Props>>;
};

/**
 * A part of the page whose script is fetched when it is first drawn.
 *
 * Not React's own `lazy`: what has suspended is shown 300 ms after its stand-in at the earliest, however soon its script is
 * there; and a script that could not be fetched once is never fetched again.
 *
 * @param usually - stands in its place until it is there.
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  usually: ReactNode = null,
): Later<Props> {
  let Part: ComponentType<Props> | undefined;
  let coming: Promise<ComponentType<Props>> | undefined;
  const fetch = async (): Promise<ComponentType<Props>> => {
    coming ??= load();
    try {
      Part = await coming;
      return Part;
    } catch (error) {
      // Who tries again fetches it again.
      coming = undefined;
      throw error;
    }
  };
  function LaterPart(asked: Props & { readonly meanwhile?: ReactNode }) {
    const [end, setEnd] = useState<{ readonly failure?: Error }>({});
    const Drawn = Part;
    useEffect(() => {
      if (Drawn) return undefined;
      let isLeft = false;
      fetch().then(
        () => {
          if (!isLeft) setEnd({});
        },
        (failure: unknown) => {
          if (!isLeft) setEnd({ failure: failure instanceof Error ? failure : new Error(String(failure)) });
        },
      );
      return () => {
        isLeft = true;
      };
    }, [Drawn]);
    if (end.failure) throw end.failure;
    const { meanwhile = usually, ...props } = asked;
    // Without what stands in for it, these are the props of the part.
    return Drawn ? <Drawn {...(props as unknown as Props)} /> : meanwhile;
  }
  return Object.assign(LaterPart, { fetch });
}

/** The same for a part that is sure to be drawn, once something else is read: its script comes meanwhile. */
export function soon<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  usually: ReactNode = null,
): Later<Props> {
  const part = later(load, usually);
  // What fails here is fetched again, and told, where it is drawn.
  if (typeof window !== "undefined") part.fetch().catch(() => undefined);
  return part;
}
