/** What is done to paintings and notes. */
import {
  startPainting,
  addNote,
  renameNote,
  setNotePurpose,
  setNoteSeen,
  setNoteGround,
  removeNote,
  restoreNote,
} from "../../persistence/studio";
import { commandsOf } from "./commandsOf";

export const usePaintingCommands = commandsOf({
  startPainting,
  addNote,
  renameNote,
  setNotePurpose,
  setNoteSeen,
  setNoteGround,
  removeNote,
  restoreNote,
});
