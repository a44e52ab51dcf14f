/** The entry of a thread of the pool. */
import { handInKernels } from "../../kernel/load";

export { compute as default } from "./compute";

handInKernels();
