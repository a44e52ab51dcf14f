"use client";

/** How the picture is looked at: the way of seeing, a second one beside it, and what each needs. */
import { useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { useStudio } from "../../kit/studio/useStudio";
import { type LookName, type LookSettings, needsPalette, USUAL_LOOKS } from "./looks";
import type { TabName } from "./tabs";
import { type TableState, usePaletteTable } from "./usePaletteTable";

export type Seeing = {
  /** The one that is chosen, and the one that shows while a key is held. */
  readonly chosen: LookName;
  readonly choose: (name: LookName) => void;
  readonly held: LookName | undefined;
  readonly hold: (name: LookName | undefined) => void;
  readonly second: LookName | undefined;
  readonly setSecond: (name: LookName | undefined) => void;
  readonly settings: LookSettings;
  readonly change: (changes: Partial<LookSettings>) => void;
  /** What is shown, the second beside it. */
  readonly shown: readonly LookName[];
  /** Until a palette has been worked out the picture itself stays. */
  readonly readyLook: (name: LookName) => LookName;
  readonly palette: PaletteView;
};

export type PaletteView = {
  readonly palette: Palette | undefined;
  readonly choose: (id: string) => void;
  readonly table: TableState;
  readonly giveUp: () => void;
  readonly retry: () => void;
  /** Changes with the table that the picture's worker holds. */
  readonly key: string;
  readonly reachedShare: number | undefined;
  readonly onReached: (share: number) => void;
};

export function useSeeing(picture: OpenPicture, tab: TabName): Seeing {
  const [chosen, choose] = useState<LookName>("picture");
  const [held, hold] = useState<LookName>();
  const [second, setSecond] = useState<LookName>();
  const [settings, setSettings] = useState<LookSettings>(USUAL_LOOKS);
  const shown = [held ?? chosen, ...(second ? [second] : [])];
  const palette = usePaletteView(
    picture,
    tab === "palette" || shown.some(needsPalette),
    settings.toleranceDeltaE2000,
  );
  return {
    chosen,
    choose,
    held,
    hold,
    second,
    setSecond,
    settings,
    change: (changes) => {
      setSettings((was) => ({ ...was, ...changes }));
    },
    shown,
    readyLook: (name) => (needsPalette(name) && palette.key === "" ? "picture" : name),
    palette,
  };
}

function usePaletteView(picture: OpenPicture, isWanted: boolean, tolerance: number): PaletteView {
  const board = useStudio((studio) => studio.palette);
  const palettes = useStudio((studio) => studio.palettes);
  const [id, setId] = useState<string>();
  const palette = palettes.find((one) => one.id === id) ?? board;
  const { state: table, giveUp, retry } = usePaletteTable(picture, palette, isWanted);
  const [reached, setReached] = useState<{ readonly key: string; readonly share: number }>();
  const key = table.status === "ready" ? table.key : "";
  const reachedKey = `${picture.key}|${key}|${tolerance}`;
  return {
    palette,
    choose: setId,
    table,
    giveUp,
    retry,
    key,
    reachedShare: reached?.key === reachedKey ? reached.share : undefined,
    onReached: (share) => {
      setReached({ key: reachedKey, share });
    },
  };
}
