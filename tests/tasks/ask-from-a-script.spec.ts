/** The calls for scripts, over real HTTP. */
import { expect, test } from "./pages/studio";

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
