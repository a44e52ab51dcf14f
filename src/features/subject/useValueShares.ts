"use client";

import { useEffect, useState } from "react";
import type { OpenPicture } from "../../kit/picture/usePicture";

/** Shares of the area in even steps of value, asked again when the picture or its light changes. */
export function useValueShares(picture: OpenPicture, bins: number): readonly number[] | undefined {
  const { ask, key } = picture;
  const [found, setFound] = useState<{ readonly key: string; readonly shares: readonly number[] }>();
  useEffect(() => {
    let isCurrent = true;
    void ask((remote) => remote.valueShares(bins)).then((shares) => {
      if (isCurrent && shares) setFound({ key, shares });
    });
    return () => {
      isCurrent = false;
    };
  }, [ask, key, bins]);
  return found?.key === key && found.shares.length === bins ? found.shares : undefined;
}
