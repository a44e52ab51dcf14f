/** What is done in practice. */
import {
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  removeFoundSeries,
} from "../../persistence/practices";
import { commandsOf } from "./commandsOf";

export const usePracticeCommands = commandsOf({
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  removeFoundSeries,
});
