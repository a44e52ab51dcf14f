/** The platform's own way of handing things to other programs, where there is one. */
export type Sharer = {
  /** Resolves once it is handed over or the painter has changed their mind. */
  readonly shareText: (title: string, text: string) => Promise<void>;
};

type SharingNavigator = { readonly share?: (data: { title: string; text: string }) => Promise<void> };

/** @returns undefined where the platform has no share sheet. */
export function sharerOf(navigator: SharingNavigator): Sharer | undefined {
  const { share } = navigator;
  if (!share) return undefined;
  return {
    shareText: async (title, text) => {
      try {
        await share.call(navigator, { title, text });
      } catch (error) {
        // Closing the sheet is a choice.
        if (!(error instanceof Error && error.name === "AbortError")) throw error;
      }
    },
  };
}
