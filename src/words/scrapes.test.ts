import { expect, it } from "vitest";
import { scrapedWords } from "./scrapes";

it("says what stayed: paint is scraped, a wash is poured", () => {
  expect(scrapedWords(0.408, false)).toBe("scraped back to 41 %");
  expect(scrapedWords(0.25, true)).toBe("poured off but for 25 %");
});
