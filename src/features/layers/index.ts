export { LayersView } from "./LayersView";
