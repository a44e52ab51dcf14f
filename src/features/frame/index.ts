export { Frame } from "./Frame";
