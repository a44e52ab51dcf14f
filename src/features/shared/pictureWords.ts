import type { PictureFailure } from "../../workers/pictureApi";

/** What is wrong with a file that is no picture, and what to do. */
export function pictureFailureWords(failure: PictureFailure): string {
  switch (failure.code) {
    case "empty-file":
      return "That file is empty. Choose the picture again, or export it once more.";
    case "too-large":
      return `That file has ${failure.megabytes} MB; up to 200 MB can be opened. Save a smaller copy and choose that.`;
    case "not-a-picture":
      return "That file could not be read as a picture. JPEG, PNG, WebP and AVIF can; other kinds need saving as one of these first.";
  }
}
