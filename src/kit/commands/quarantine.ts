/** What is done with records that could not be read. */
import { emptyQuarantine, releaseQuarantine } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useQuarantineCommands = commandsOf({ emptyQuarantine, releaseQuarantine });
