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
} from "../store/calls";
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
