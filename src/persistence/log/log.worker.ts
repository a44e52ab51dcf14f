import * as Comlink from "comlink";
import type { DescribeStyle } from "../../core/describe/describe";
import type { Workspace } from "../database";
import { createLogApi, type LogApi } from "./logApi";

/** One log for each pair of a workspace and a way of saying colours. */
Comlink.expose({
  open: (workspace: Workspace, style: DescribeStyle): LogApi & Comlink.ProxyMarked =>
    Comlink.proxy(createLogApi(workspace, style)),
});
