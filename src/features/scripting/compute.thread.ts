/** The entry of a thread of the pool. */
export { compute as default } from "./compute";
