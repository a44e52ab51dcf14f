import * as Comlink from "comlink";
import { createSolverApi } from "./solverApi";

Comlink.expose(createSolverApi());
