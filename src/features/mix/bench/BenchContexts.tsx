"use client";

import type { ReactNode } from "react";
import {
  type Deeds,
  DeedsContext,
  type Hand,
  HandContext,
  type Offers,
  OffersContext,
  type Paint,
  PaintContext,
  type Shown,
  ShownContext,
  type Story,
  StoryContext,
} from "./contexts";

/** What every bench tells its parts; what it aims at, if anything, stands around it. */
export function BenchContexts({
  paint,
  story,
  offers,
  hand,
  deeds,
  shown,
  children,
}: {
  paint: Paint;
  story: Story;
  offers: Offers;
  hand: Hand;
  deeds: Deeds;
  shown: Shown | undefined;
  children: ReactNode;
}) {
  return (
    <PaintContext value={paint}>
      <StoryContext value={story}>
        <OffersContext value={offers}>
          <HandContext value={hand}>
            <DeedsContext value={deeds}>
              <ShownContext value={shown}>{children}</ShownContext>
            </DeedsContext>
          </HandContext>
        </OffersContext>
      </StoryContext>
    </PaintContext>
  );
}
