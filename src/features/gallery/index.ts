export { Gallery } from "./Gallery";
