/** With `npm run study -- --kernel` everything searches as the workers do, so that the two tables can be laid side by side. */
import { handInKernels } from "../../src/kernel/load";

if (process.env.GAMAN_KERNEL === "1") handInKernels();
