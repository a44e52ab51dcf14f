export { ChartsView } from "./ChartsView";
