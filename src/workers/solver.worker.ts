import * as Comlink from "comlink";
import { useKernel } from "../kernel/load";
import { createSolverApi } from "./solverApi";

useKernel();
Comlink.expose(createSolverApi());
