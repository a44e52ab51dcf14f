/** What is done to the box and the board. */
import {
  addTubes,
  changeTube,
  copyTube,
  moveTube,
  setTubeArchived,
  deleteTube,
  restoreTube,
  keepCalibrations,
  undoCalibration,
  setBoard,
  keepTubePhoto,
  removeTubePhoto,
  setBoxMedium,
  restoreMedia,
} from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useTubeCommands = commandsOf({
  addTubes,
  changeTube,
  copyTube,
  moveTube,
  setTubeArchived,
  deleteTube,
  restoreTube,
  keepCalibrations,
  undoCalibration,
  setBoard,
  keepTubePhoto,
  removeTubePhoto,
  setBoxMedium,
  restoreMedia,
});
