/** The browser killed in the middle of work and of an import; `npm run bench -- --only kill` does it fifty times. */
import { killRounds } from "../support/killRounds";
import { expect, test } from "./support";

test("what was acknowledged is there after the browser was killed, and an import whole or not at all", async ({
  baseURL,
}) => {
  test.setTimeout(180_000);
  const { rounds, acknowledged, imports } = await killRounds(baseURL ?? "", 2);
  expect(rounds).toBe(2);
  expect(imports).toBe(1);
  expect(acknowledged).toBeGreaterThan(0);
});
