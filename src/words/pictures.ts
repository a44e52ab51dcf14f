import type { ReferenceFailure } from "../core/picture/pictureLight";
import type { PictureFailure } from "../domain/painting/pictureFailure";

/** What is wrong with a file, and what to do. */
export function pictureFailureWords(failure: PictureFailure): string {
  switch (failure.code) {
    case "empty-file":
      return "That file is empty. Choose the picture again, or export it once more.";
    case "too-large":
      return `That file has ${failure.megabytes} MB; up to 200 MB can be opened. Save a smaller copy and choose that.`;
    case "not-a-picture":
      return "That file could not be read as a picture. JPEG, PNG, WebP, AVIF, TIFF and GIF can; other kinds need saving as one of these first.";
    case "heic":
      return "That photo is in a phone's own format, HEIC, which browsers do not read. Save or share it as JPEG and choose that.";
    case "drawing":
      return "That file is a drawing made of shapes, not a photo. Export it as PNG and choose that.";
    case "cmyk":
      return "That picture is in printing inks (CMYK), whose colours depend on the press. Save it as sRGB and choose that.";
    case "unread-tiff":
      return `That TIFF is ${failure.what}, a kind whose colours Gaman does not read. Save it as RGB with 8 or 16 bits, or as PNG, and choose that.`;
    case "damaged":
      return "That picture could not be read as a picture to its end: it is damaged, or only part of it arrived. Copy or export it once more.";
    case "too-many-pixels":
      return `That picture has ${failure.megapixels} megapixels; up to 220 can be opened. Save a smaller copy and choose that.`;
    case "lost":
      return "The picture could not be read: the part of Gaman that reads pictures stopped, perhaps for want of memory. The picture is kept as it was. Close other windows, then try again.";
    case "too-small":
      return `That picture has only ${failure.widthPx} × ${failure.heightPx} pixels; at least 16 × 16 are needed for a spot to average.`;
  }
}

/** What is wrong with a card or patch that should tell the light. `name` says which one, if there are several. */
export function referenceFailureWords(failure: ReferenceFailure, name = "The card"): string {
  switch (failure.code) {
    case "none":
      return "Touch a card or patch first.";
    case "burnt-out":
      return `${name} is burnt out: ${Math.round(100 * failure.clippedShare)} % of it has no detail left. Take a darker photo, or touch a part without shine.`;
    case "too-dark":
      return `There is too little light on ${lower(name)} to tell its colour. Take a lighter photo.`;
    case "coloured":
      return `What was touched is too coloured to be a white or grey card. Touch ${lower(name)} itself.`;
    case "contradicting":
      return `${name} does not fit the others: it is off by a factor of ${failure.factor.toFixed(1)}. Check its L*, or take it out.`;
  }
}

function lower(name: string): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}
