/** The entry of a thread of the pool. */
import { useKernel } from "../../kernel/load";

export { compute as default } from "./compute";

useKernel();
