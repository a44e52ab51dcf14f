/** What pages ask of the store, by name: all that crosses to the keeper and back is listed here. */
export { readLastImport } from "./archive/importArchive";
export {
  addFirstLook,
  changeBench,
  readBench,
  readFirstLooks,
  readTimers,
  removeTimer,
  setTimer,
  setWanted,
} from "./benches";
export {
  addChart,
  changeChart,
  keepCellReading,
  keepCellReadings,
  readAllCharts,
  readCharts,
  removeChart,
} from "./charts";
export { writeDemoFile } from "./demo";
export {
  beginFreePile,
  correctKeptPile,
  goOnWithPile,
  keepFreePile,
  namePile,
  planRecipe,
  setLeft,
  setPileGround,
  setSoft,
  setStreaky,
} from "./freePiles";
export { addGrid, changeGrid, readGrids, readPilesFollowing, removeGrid, takeCell } from "./grids";
export {
  addLayering,
  changeLayering,
  keepScrap,
  readLayablePiles,
  readLayerings,
  readScrapAgain,
  readScraps,
  removeLayering,
  removeScrap,
  setPaintingGround,
} from "./layerings";
export { keepMatchPhoto, readMatchPhoto, readRecord, removeMatchPhoto, setRemark } from "./matchRecords";
export { mendFileTypes } from "./mendFiles";
export { addPalette, changePalette, layOutPalette, removePalette, restorePalette } from "./palettes";
export {
  backToSeen,
  changeNotes,
  keepPicture,
  readPicture,
  readPictureNames,
  removePicture,
  restoreNotes,
  restorePicture,
  setNoteArea,
  setPictureLight,
  showPicture,
} from "./pictures";
export {
  readFreeHistory,
  readFreePiles,
  readMatchOf,
  readMatchesOf,
  readNoteHistory,
  readPile,
  readPileBefore,
  readPiles,
  readPilesToTake,
  readReadingsOf,
  readRecipe,
  readTeachingPiles,
  readWeighedPiles,
  readWetAndDry,
} from "./pileReads";
export {
  addReading,
  addToPile,
  addToPileAsSeen,
  commitSample,
  keepMatch,
  recordDryCheck,
  scrapePile,
  setPileAside,
  standByReading,
  startSample,
  takeBackReading,
} from "./piles";
export {
  addFoundSeries,
  addPractice,
  changeFoundSeries,
  changePractice,
  keepAnswer,
  readEyeTrials,
  readFoundSeries,
  readMatchedNotes,
  readPractices,
  removeFoundSeries,
} from "./practices";
export { takeChangesBack } from "./rowChanges";
export { emptyQuarantine, readQuarantine, releaseQuarantine } from "./storeCheck";
export {
  addNote,
  changeSettings,
  readAllNotes,
  readLatestMatches,
  readLog,
  readUnarchived,
  removeNote,
  renameNote,
  restoreNote,
  setNoteGround,
  setNotePurpose,
  setNoteSeen,
  startPainting,
} from "./studio";
export {
  addTubes,
  changeTube,
  copyTube,
  deleteTube,
  keepCalibrations,
  keepTubePhoto,
  moveTube,
  readTubePhoto,
  removeTubePhoto,
  restoreMedia,
  restoreTube,
  setBoard,
  setBoxMedium,
  setTubeArchived,
  undoCalibration,
} from "./tubes";
export { keepTurnPhoto, readTurnPhotos, removeTurnPhoto } from "./turnPhotos";
export { redo, undoLast } from "./undo";
