/** What is done to charts. */
import { addChart, changeChart, keepCellReading, keepCellReadings, removeChart } from "../store/calls";
import { commandsOf } from "./commandsOf";

export const useChartCommands = commandsOf({
  addChart,
  changeChart,
  keepCellReading,
  keepCellReadings,
  removeChart,
});
