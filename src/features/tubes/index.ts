export { TubesView } from "./TubesView";
