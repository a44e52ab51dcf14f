export { PaletteView } from "./PaletteView";
