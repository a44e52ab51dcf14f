import * as Comlink from "comlink";
import { createKeeperApi } from "./keeperApi";
import { openDatabase } from "./database";

// The page's first line names the store that it will open (kit/store/beginKeeper).
const [, opensWith] = self.name.split(" ");
Comlink.expose(
  createKeeperApi(openDatabase, opensWith === "own" || opensWith === "demo" ? opensWith : undefined),
);
