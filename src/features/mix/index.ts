export { MixView } from "./MixView";
