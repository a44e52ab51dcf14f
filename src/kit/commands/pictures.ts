/** What is done to pictures, and to notes by way of them. */
import {
  keepPicture,
  showPicture,
  removePicture,
  restorePicture,
  setPictureLight,
  changeNotes,
  restoreNotes,
  backToSeen,
  setNoteArea,
} from "../store/calls";
import { commandsOf } from "./commandsOf";

export const usePictureCommands = commandsOf({
  keepPicture,
  showPicture,
  removePicture,
  restorePicture,
  setPictureLight,
  changeNotes,
  restoreNotes,
  backToSeen,
  setNoteArea,
});
