/** What is done to layers, scraps and grounds. */
import {
  addLayering,
  changeLayering,
  keepScrap,
  readScrapAgain,
  removeLayering,
  removeScrap,
  setPaintingGround,
} from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useLayerCommands = commandsOf({
  addLayering,
  changeLayering,
  keepScrap,
  readScrapAgain,
  removeLayering,
  removeScrap,
  setPaintingGround,
});
