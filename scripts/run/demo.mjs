/** `npm run demo`: installs what is missing, builds if stale, serves, prints the address. */
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { ensureBuild, ensurePackages, ROOT, SERVER } from "./project.mjs";

const port = Number(process.env.PORT ?? 3210);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  process.stderr.write(`PORT is “${process.env.PORT}”; it must be a number from 1 to 65535.\n`);
  process.exit(1);
}

const isFree = await new Promise((resolve) => {
  const probe = createServer();
  probe.once("error", () => resolve(false));
  probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
});
if (!isFree) {
  process.stderr.write(`Port ${port} is taken. Choose another one: PORT=${port + 1} npm run demo\n`);
  process.exit(1);
}

ensurePackages();
ensureBuild();

const server = spawn(process.execPath, [SERVER, "--port", String(port)], {
  cwd: ROOT,
  stdio: ["ignore", "ignore", "inherit"],
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));

const address = `http://127.0.0.1:${port}`;
for (let attempt = 0; attempt < 120; attempt++) {
  const isUp = await fetch(address).then(
    (response) => response.ok,
    () => false,
  );
  if (isUp) {
    process.stdout.write(
      `\nGaman is at ${address}\nOpen it and choose “Open the demo painting”. Ctrl+C ends it.\n`,
    );
    break;
  }
  await new Promise((resolve) => setTimeout(resolve, 250));
}
