export { StringsView } from "./StringsView";
