/** What is done with records that could not be read. */
import { emptyQuarantine, releaseQuarantine } from "../../persistence/storeCheck";
import { commandsOf } from "./commandsOf";

export const useQuarantineCommands = commandsOf({ emptyQuarantine, releaseQuarantine });
