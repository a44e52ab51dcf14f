/** What is done in practice. */
import {
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  removeFoundSeries,
} from "../store/calls";
import { commandsOf } from "./commandsOf";

export const usePracticeCommands = commandsOf({
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  removeFoundSeries,
});
