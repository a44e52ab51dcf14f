/** A colour from anywhere on the screen, where the browser can pick one. */
type PickingWindow = {
  readonly EyeDropper?: new () => { readonly open: () => Promise<{ readonly sRGBHex: string }> };
};

export type ScreenPicker = {
  /** sRGB as "#rrggbb"; undefined when the painter changed their mind. */
  readonly pick: () => Promise<string | undefined>;
};

/** @returns undefined where the browser has none. */
export function screenPickerOf(window: object): ScreenPicker | undefined {
  const { EyeDropper } = window as PickingWindow;
  if (!EyeDropper) return undefined;
  return {
    pick: async () => {
      try {
        return (await new EyeDropper().open()).sRGBHex;
      } catch (error) {
        if (error instanceof Error && error.name === "AbortError") return undefined;
        throw error;
      }
    },
  };
}
