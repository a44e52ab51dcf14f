import * as Comlink from "comlink";
import { createKeeperApi } from "./keeperApi";

Comlink.expose(createKeeperApi());
