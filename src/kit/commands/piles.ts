/** What is said of piles: their names, how they lie, how much of them is left. */
import {
  keepTurnPhoto,
  namePile,
  planRecipe,
  removeTurnPhoto,
  setLeft,
  setPileGround,
  setSoft,
  setStreaky,
} from "../store/calls";
import { commandsOf } from "./commandsOf";

export const usePileCommands = commandsOf({
  namePile,
  planRecipe,
  setLeft,
  setPileGround,
  setSoft,
  setStreaky,
  keepTurnPhoto,
  removeTurnPhoto,
});
