/** What is done to kept matches and what is left of them. */
import { keepMatchPhoto, recordDryCheck, removeMatchPhoto, setRemark } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useMatchCommands = commandsOf({
  setRemark,
  keepMatchPhoto,
  removeMatchPhoto,
  recordDryCheck,
});
