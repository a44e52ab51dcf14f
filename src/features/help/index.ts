export { GuideLine, Help } from "./Help";
