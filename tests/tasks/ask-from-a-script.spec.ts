/** The calls for scripts, over real HTTP. */
import { request as send } from "node:http";
import { expect, test } from "./pages/studio";

// One after the other: the last of them takes all room that there is for calls.
test.describe.configure({ mode: "default" });

test("a script mixes paint and asks for recipes", async ({ request }) => {
  const mixed = await request.post("/api/mix", {
    data: {
      parts: [
        { tube: { pigment: "raw-umber" }, volume: 1 },
        { tube: { pigment: "titanium-white" }, volume: 4 },
      ],
    },
  });
  expect(mixed.status()).toBe(200);
  const { lab } = (await mixed.json()) as { lab: number[] };
  const found = await request.post("/api/recipes", {
    data: { tubes: [{ pigment: "raw-umber" }, { pigment: "titanium-white" }], targets: [{ lab }] },
  });
  expect(found.status()).toBe(200);
  const { results } = (await found.json()) as { results: { recipes: { exactDeltaE2000: number }[] }[] };
  expect(results[0]?.recipes[0]?.exactDeltaE2000).toBeLessThan(0.05);
  expect((await request.get("/api/mix")).status()).toBe(405);
  expect((await request.post("/api/mix", { data: { parts: [] } })).status()).toBe(422);
});

/** By hand: a browser does not let its pages send every method or another host. */
function asked(
  url: URL,
  method: string,
  headers: Record<string, string> = {},
  body = "",
): Promise<{ readonly status: number; readonly headers: NodeJS.Dict<string | string[]> }> {
  return new Promise((resolve, reject) => {
    const sent = send(url, { method, headers, agent: false }, (response) => {
      response.resume();
      resolve({ status: response.statusCode ?? 0, headers: response.headers });
    });
    // The answer to CONNECT comes as a socket.
    sent.on("connect", ({ statusCode, headers }, socket) => {
      socket.destroy();
      resolve({ status: statusCode ?? 0, headers });
    });
    sent.on("error", reject);
    sent.end(body);
  });
}

test("the server answers to its own names, in the ways it knows, and every answer has its headers", async ({
  page,
  baseURL,
}) => {
  const at = (path: string) => new URL(path, baseURL);
  const json = { "content-type": "application/json" };
  const mix = JSON.stringify({ parts: [{ tube: { pigment: "raw-umber" }, volume: 1 }] });
  for (const method of ["TRACE", "CONNECT", "OPTIONS", "PUT", "DELETE", "PATCH"])
    for (const path of ["/", "/api/mix", "/sw.js", "/nothing"])
      expect((await asked(at(path), method)).status, `${method} ${path}`).toBe(405);
  expect((await asked(at("/api/mix"), "POST", json, mix)).status).toBe(200);
  expect((await asked(at("/api/mix"), "POST", { ...json, host: "rebound.test" }, mix)).status).toBe(403);
  expect((await asked(at("/api/mix"), "POST", { ...json, origin: "http://other.test" }, mix)).status).toBe(
    403,
  );
  expect((await asked(at("/api/mix"), "POST", { "content-type": "text/plain" }, mix)).status).toBe(415);
  const scripts: string[] = [];
  page.on("response", (response) => {
    if (response.url().endsWith(".js")) scripts.push(new URL(response.url()).pathname);
  });
  await page.goto("/");
  await expect(page.getByRole("button", { name: "Open the demo painting" })).toBeVisible();
  for (const path of [
    "/",
    "/mix?note=1",
    "/nothing",
    "/%25",
    "/sw.js",
    "/api/mix",
    "/icon.svg",
    ...scripts.slice(0, 2),
  ]) {
    const { status, headers } = await asked(at(path), "GET");
    expect(headers["x-content-type-options"], path).toBe("nosniff");
    expect(headers["content-security-policy"], path).toContain("frame-ancestors 'none'");
    if (status === 200 && !path.includes(".")) expect(headers["cache-control"], path).toBe("no-cache");
  }
  expect(scripts.length).toBeGreaterThan(1);
});

test("while calls of the largest size are computed, pages are served; what is too much is told so at once", async ({
  request,
}) => {
  const pigments = [
    "titanium-white ivory-black ultramarine-blue phthalo-blue-gs cobalt-blue prussian-blue viridian raw-umber",
    "chromium-oxide-green cadmium-yellow-light arylide-yellow yellow-ochre burnt-umber burnt-sienna red-oxide",
  ].flatMap((names) => names.split(" "));
  const data = {
    tubes: [...pigments, ...pigments.slice(0, 9)].map((pigment) => ({ pigment })),
    targets: Array.from({ length: 16 }, (_, i) => ({ lab: [20 + 4 * i, 8 * (i % 5) - 16, 30 - 4 * i] })),
    maxTubes: 6,
    maxAnswers: 6,
  };
  const started = performance.now();
  const calls = Array.from({ length: 8 }, () => request.post("/api/recipes", { data }));
  const statuses = Promise.all(calls).then((all) => all.map((response) => response.status()));
  let pages = 0;
  const calling = { isOver: false };
  void statuses.then(() => (calling.isOver = true));
  do {
    expect((await request.get("/mix")).status()).toBe(200);
    pages++;
  } while (!calling.isOver && performance.now() - started < 60_000);
  const answered = await statuses;
  expect(answered.every((status) => status === 200 || status === 503)).toBe(true);
  expect(answered.filter((status) => status === 503).length).toBeGreaterThan(0);
  expect(pages).toBeGreaterThan(3);
  // Threads that were cut off are followed by new ones.
  const one = { tubes: [{ pigment: "raw-umber" }], targets: [{ hex: "#665544" }] };
  await expect.poll(async () => (await request.post("/api/recipes", { data: one })).status()).toBe(200);
});
