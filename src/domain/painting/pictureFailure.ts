/** Why a file does not become a picture. */
export type PictureFailure =
  | { readonly code: "empty-file" }
  | { readonly code: "too-large"; readonly megabytes: number }
  | { readonly code: "not-a-picture" }
  /** A phone's own format, which browsers do not read. */
  | { readonly code: "heic" }
  /** Shapes, not pixels; and it may hold scripts. */
  | { readonly code: "drawing" }
  /** Printing inks: its colours depend on a press. */
  | { readonly code: "cmyk" }
  /** A TIFF of a kind whose colours are not read; what is so about it. */
  | { readonly code: "unread-tiff"; readonly what: string }
  | { readonly code: "damaged" }
  | { readonly code: "too-many-pixels"; readonly megapixels: number }
  /** What reads pictures has died; the picture itself is where it was. */
  | { readonly code: "lost" }
  | { readonly code: "too-small"; readonly widthPx: number; readonly heightPx: number };
