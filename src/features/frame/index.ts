export { Frame } from "./Frame";
export { ViewFailure } from "./ViewFailure";
export { VIEWS } from "./views";
