export { LogView } from "./LogView";
