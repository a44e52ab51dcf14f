/** Serves the built application: the gate first, then the pages. `node .next/serve.mjs --port 3210`. */
import { readFileSync } from "node:fs";
import { createServer, type ServerResponse } from "node:http";
import { hostname, networkInterfaces } from "node:os";
import { parseArgs } from "node:util";
import next from "next";
import sirv from "sirv";
import { type Gate, nameOf, passGate } from "./gate";

const NOT_THIS_WAY = "405 Method Not Allowed";
const BARE_STATUS: Readonly<Record<string, string>> = {
  HPE_INVALID_METHOD: NOT_THIS_WAY,
  HPE_HEADER_OVERFLOW: "431 Request Header Fields Too Large",
  ERR_HTTP_REQUEST_TIMEOUT: "408 Request Timeout",
};
const SLOWEST_REQUEST_MS = 30_000;
/** Files whose names change with what is in them. */
const BUILT = "/_next/static";
const YEAR_S = 365 * 24 * 3600;

const { values } = parseArgs({
  options: { port: { type: "string", default: "3000" }, host: { type: "string", default: "127.0.0.1" } },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  process.stderr.write(`--port is “${values.port}”; it must be a number from 1 to 65535.\n`);
  process.exit(1);
}

const gate: Gate = {
  scriptHashes: JSON.parse(readFileSync(".next/csp-hashes.json", "utf8")) as Gate["scriptHashes"],
  ownNames: ownNames(),
};

// They lie there packed: packing them anew for each visit took three times as long.
const built = sirv(".next/static", { gzip: true, immutable: true, maxAge: YEAR_S, extensions: [] });
const app = next({ dev: false, hostname: values.host, port });
const pages = app.getRequestHandler();
await app.prepare();

const server = createServer({ requestTimeout: SLOWEST_REQUEST_MS }, (request, response) => {
  const { method = "", url = "", headers } = request;
  const passed = passGate({ method, url, host: headers.host }, gate);
  for (const [name, value] of Object.entries(passed.headers)) response.setHeader(name, value);
  if (passed.refusal) {
    request.resume();
    refuse(response, passed.refusal, method === "HEAD");
    return;
  }
  const answer = (): void => {
    request.url = url;
    pages(request, response).catch((error: unknown) => {
      process.stderr.write(`${String(error)}\n`);
      if (response.headersSent) response.destroy();
      else
        refuse(
          response,
          { status: 500, title: "Failed", detail: "Gaman could not answer. Try again." },
          method === "HEAD",
        );
    });
  };
  if (!url.startsWith(`${BUILT}/`)) {
    answer();
    return;
  }
  request.url = url.slice(BUILT.length);
  built(request, response, answer);
});

// What is no request at all never comes to the gate.
server.on("clientError", (error: NodeJS.ErrnoException, socket) => {
  if (socket.writable) socket.end(bareRefusal(BARE_STATUS[error.code ?? ""] ?? "400 Bad Request"));
});
// A tunnel leads nowhere from here.
server.on("connect", (_request, socket) => {
  socket.end(bareRefusal(NOT_THIS_WAY));
});
server.listen(port, values.host, () => {
  process.stdout.write(`Gaman is at http://${values.host}:${port}\n`);
});
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    server.close();
    server.closeAllConnections();
    process.exit(0);
  });

function refuse(
  response: ServerResponse,
  problem: { readonly status: number; readonly title: string; readonly detail: string },
  isHead: boolean,
): void {
  response.writeHead(problem.status, { "Content-Type": "application/problem+json" });
  response.end(isHead ? undefined : JSON.stringify({ type: "about:blank", ...problem }));
}

function bareRefusal(status: string): string {
  const allow = status === NOT_THIS_WAY ? "Allow: GET, HEAD\r\n" : "";
  return `HTTP/1.1 ${status}\r\n${allow}X-Content-Type-Options: nosniff\r\nConnection: close\r\n\r\n`;
}

/** GAMAN_HOSTS adds names under which calls are answered too, with commas between them. */
function ownNames(): ReadonlySet<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
  const own = hostname().toLowerCase();
  return new Set([
    "localhost",
    "127.0.0.1",
    "::1",
    own,
    `${own}.local`,
    ...addresses.map(({ address }) => address),
    ...(process.env.GAMAN_HOSTS ?? "")
      .split(",")
      .map((name) => nameOf(name.trim()))
      .filter((name) => name !== ""),
  ]);
}
