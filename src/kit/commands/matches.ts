/** What is done to kept matches and what is left of them. */
import { setRemark, keepMatchPhoto, removeMatchPhoto } from "../store/calls";
import { recordDryCheck } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useMatchCommands = commandsOf({
  setRemark,
  keepMatchPhoto,
  removeMatchPhoto,
  recordDryCheck,
});
