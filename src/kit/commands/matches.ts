/** What is done to kept matches and what is left of them. */
import { setRemark, keepMatchPhoto, removeMatchPhoto } from "../../persistence/matchRecords";
import { recordDryCheck } from "../../persistence/piles";
import { commandsOf } from "./commandsOf";

export const useMatchCommands = commandsOf({
  setRemark,
  keepMatchPhoto,
  removeMatchPhoto,
  recordDryCheck,
});
