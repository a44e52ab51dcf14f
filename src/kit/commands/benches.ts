/** What is done around the paint: first looks, timers, wanted amounts. */
import { addLook, setTimer, removeTimer, setWanted } from "../../persistence/benches";
import { commandsOf } from "./commandsOf";

export const useBenchCommands = commandsOf({ addLook, setTimer, removeTimer, setWanted });
