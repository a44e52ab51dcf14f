/** What is done to palettes. */
import {
  addPalette,
  changePalette,
  layOutPalette,
  removePalette,
  restorePalette,
} from "../../persistence/palettes";
import { commandsOf } from "./commandsOf";

export const usePaletteCommands = commandsOf({
  addPalette,
  changePalette,
  layOutPalette,
  removePalette,
  restorePalette,
});
