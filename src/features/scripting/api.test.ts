import { readFileSync } from "node:fs";
import { describe, expect, it, vi } from "vitest";
import { PIGMENT_MODELS } from "../../data/pigments.generated";
import { BusyError, mixAnswers, recipesAnswers, type Runner } from "./answers";
import { compute } from "./compute";

const here: Runner = (task) => Promise.resolve(compute(task));
const HANDLERS: Readonly<Record<string, (request: Request) => Promise<Response>>> = {
  "/api/mix": mixAnswers(here),
  "/api/recipes": recipesAnswers(here),
};
const JSON_TYPE = { "content-type": "application/json" };

function post(path: string, body: string | Uint8Array<ArrayBuffer>): Promise<Response> {
  const handler = HANDLERS[path];
  if (!handler) throw new Error(`no handler for ${path}`);
  return handler(new Request(`http://127.0.0.1${path}`, { method: "POST", body, headers: JSON_TYPE }));
}

const postJson = (path: string, value: unknown): Promise<Response> => post(path, JSON.stringify(value));
const part = (pigment: string, volume: number) => ({ tube: { pigment }, volume });

describe("docs/api.md", () => {
  const page = readFileSync("docs/api.md", "utf8");
  const examples = [
    ...page.matchAll(
      /```sh\ncurl -s \S+?(\/api\/\w+) [^']*'[^']*' -d '([^']+)'\n```\n\n```json\n([\s\S]*?)```/g,
    ),
  ];

  it("has an example of each call", () => {
    expect(examples.map(([, path]) => path)).toEqual(["/api/mix", "/api/recipes"]);
  });

  it.each(examples.map(([, path = "", body = "", answer = ""]) => ({ path, body, answer })))(
    "shows what $path really answers",
    async ({ path, body, answer }) => {
      const response = await post(path, body);
      expect(response.status).toBe(200);
      expect(await response.json()).toMatchObject(JSON.parse(answer) as object);
    },
  );

  it("lists every generic pigment", () => {
    for (const { id } of PIGMENT_MODELS) expect(page).toContain(id);
  });
});

describe("POST /api/mix", () => {
  it("takes optics of one's own, another light, and a film over a ground", async () => {
    const own = {
      name: "grey",
      absorption: new Array<number>(36).fill(0.25),
      scattering: new Array<number>(36).fill(1),
    };
    const opaque = (await (
      await postJson("/api/mix", { parts: [{ tube: own, volume: 1 }], light: "A" })
    ).json()) as {
      lab: number[];
      light: string;
    };
    expect(opaque.light).toBe("A");
    // A flat spectrum is grey under every light.
    expect(Math.hypot(opaque.lab[1] ?? 9, opaque.lab[2] ?? 9)).toBeLessThan(0.01);
    const film = { thickness: 0, ground: 0.5 };
    const bare = (await (await postJson("/api/mix", { parts: [{ tube: own, volume: 1 }], film })).json()) as {
      reflectance: number[];
    };
    expect(bare.reflectance.every((value) => Math.abs(value - 0.5) < 1e-4)).toBe(true);
  });
});

describe("POST /api/recipes", () => {
  it("answers up to sixteen targets from the tubes given and no others", async () => {
    const tubes = ["titanium-white", "raw-umber", "prussian-blue"].map((pigment) => ({ pigment }));
    const targets = Array.from({ length: 16 }, (_, i) => ({ lab: [30 + 4 * i, 0, 5] }));
    const { results } = (await (await postJson("/api/recipes", { tubes, targets })).json()) as {
      results: { recipes: { parts: { tube: string; share: number }[] }[] }[];
    };
    expect(results).toHaveLength(16);
    for (const { recipes } of results) {
      expect(recipes.length).toBeGreaterThan(0);
      for (const { parts } of recipes) {
        expect(parts.every(({ tube }) => tubes.some(({ pigment }) => pigment === tube))).toBe(true);
        expect(parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 4);
      }
    }
  });
});

describe("a wrong call", () => {
  const white = part("titanium-white", 1);
  it.each([
    ["no JSON", "/api/mix", "{", 400, /must be JSON/],
    ["nothing", "/api/mix", "", 400, /must be JSON/],
    ["no parts", "/api/mix", JSON.stringify({ parts: [] }), 422, /parts/],
    ["65 parts", "/api/mix", JSON.stringify({ parts: new Array(65).fill(white) }), 422, /parts/],
    ["a volume of zero", "/api/mix", JSON.stringify({ parts: [part("titanium-white", 0)] }), 422, /volume/],
    [
      "a volume that is no number",
      "/api/mix",
      '{"parts":[{"tube":{"pigment":"raw-umber"},"volume":1e999}]}',
      422,
      /volume/,
    ],
    [
      "an unknown pigment",
      "/api/mix",
      JSON.stringify({ parts: [part("plaid", 1)] }),
      422,
      /no generic pigment/,
    ],
    ["another key", "/api/mix", JSON.stringify({ parts: [white], colour: 1 }), 422, /Unrecognized/],
    [
      "a short spectrum",
      "/api/mix",
      JSON.stringify({ parts: [{ tube: { name: "x", absorption: [1], scattering: [1] }, volume: 1 }] }),
      422,
      /parts\.0/,
    ],
    ["an unknown light", "/api/mix", JSON.stringify({ parts: [white], light: "C" }), 422, /light/],
    [
      "17 targets",
      "/api/recipes",
      JSON.stringify({ tubes: [{ pigment: "raw-umber" }], targets: new Array(17).fill({ hex: "#fff" }) }),
      422,
      /targets/,
    ],
    [
      "25 tubes",
      "/api/recipes",
      JSON.stringify({ tubes: new Array(25).fill({ pigment: "raw-umber" }), targets: [{ hex: "#fff" }] }),
      422,
      /tubes/,
    ],
    [
      "hex that is none",
      "/api/recipes",
      JSON.stringify({ tubes: [{ pigment: "raw-umber" }], targets: [{ hex: "teal" }] }),
      422,
      /not hex/,
    ],
    [
      "CIELAB out of range",
      "/api/recipes",
      JSON.stringify({ tubes: [{ pigment: "raw-umber" }], targets: [{ lab: [120, 0, 0] }] }),
      422,
      /targets\.0/,
    ],
    ["more than 64 KB", "/api/mix", " ".repeat(64 * 1024 + 1), 413, /64 KB/],
  ])("with %s gets a problem that says what to do", async (_, path, body, status, detail) => {
    const response = await post(path, body);
    expect(response.status).toBe(status);
    expect(response.headers.get("content-type")).toBe("application/problem+json");
    expect(await response.json()).toMatchObject({ status, detail: expect.stringMatching(detail) as string });
  });

  it("with bytes that are no text is refused too", async () => {
    expect((await post("/api/mix", Uint8Array.from([0xff, 0xfe, 0x00]))).status).toBe(400);
  });
});

describe("a call", () => {
  const body = JSON.stringify({ parts: [part("titanium-white", 1)] });
  const ask = (headers: Record<string, string>, run = here, signal?: AbortSignal) =>
    mixAnswers(run)(
      new Request("http://127.0.0.1:3210/api/mix", {
        method: "POST",
        body,
        headers,
        ...(signal && { signal }),
      }),
    );

  it("is JSON by its header, from a script or from Gaman's own pages", async () => {
    for (const type of ["text/plain", "application/x-www-form-urlencoded", "application/jsonp", ""])
      expect((await ask({ "content-type": type })).status, type).toBe(415);
    expect((await ask({ "content-type": "application/JSON; charset=utf-8" })).status).toBe(200);
    for (const origin of [
      "http://example.test",
      "null",
      "http://127.0.0.1:3211",
      "https://127.0.0.1.example.test",
    ])
      expect((await ask({ ...JSON_TYPE, origin })).status, origin).toBe(403);
    expect((await ask({ ...JSON_TYPE, origin: "http://127.0.0.1:3210" })).status).toBe(200);
  });

  it("may come again when there is no room", async () => {
    const busy = await ask(JSON_TYPE, () => Promise.reject(new BusyError()));
    expect(busy.status).toBe(503);
    expect(Number(busy.headers.get("retry-after"))).toBeGreaterThan(0);
  });

  it("hands its end on to the work: when the caller leaves, and when the time is over", async () => {
    const never: Runner = (_, signal) =>
      new Promise((_resolve, reject) => {
        const end = (): void => {
          reject(signal.reason as Error);
        };
        if (signal.aborted) end();
        else signal.addEventListener("abort", end);
      });
    const caller = new AbortController();
    const left = ask(JSON_TYPE, never, caller.signal);
    caller.abort();
    expect((await left).status).toBe(499);
    vi.spyOn(AbortSignal, "timeout").mockReturnValueOnce(AbortSignal.abort());
    const late = await ask(JSON_TYPE, (_, signal) => Promise.reject(signal.reason as Error));
    expect(late.status).toBe(503);
    expect(await late.json()).toMatchObject({ title: "Took too long" });
  });
});
