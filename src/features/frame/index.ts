export { Frame } from "./Frame";
export { ViewFailure } from "./ViewFailure";
