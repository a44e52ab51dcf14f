/** What is done to palettes. */
import { addPalette, changePalette, layOutPalette, removePalette, restorePalette } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const usePaletteCommands = commandsOf({
  addPalette,
  changePalette,
  layOutPalette,
  removePalette,
  restorePalette,
});
