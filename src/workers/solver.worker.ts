import * as Comlink from "comlink";
import { handInKernels } from "../kernel/load";
import { createSolverApi } from "./solverApi";

handInKernels();
Comlink.expose(createSolverApi());
