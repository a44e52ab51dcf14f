/** What is done around the paint: first looks, timers, wanted amounts. */
import { addFirstLook, setTimer, removeTimer, setWanted } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useBenchCommands = commandsOf({ addFirstLook, setTimer, removeTimer, setWanted });
