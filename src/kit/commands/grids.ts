/** What is done to grids of strings. */
import { addGrid, changeGrid, removeGrid, takeCell } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useGridCommands = commandsOf({ addGrid, changeGrid, removeGrid, takeCell });
