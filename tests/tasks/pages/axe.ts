/**
 * What axe finds wrong with a page. It runs inside the page itself: nothing here lies in a frame, and the usual way through a
 * second page takes four times as long.
 */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import type { RunOptions } from "axe-core";

const SOURCE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

const EVERYONE = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

type Asked = {
  /** A selector of the one part that is looked at. */
  readonly within?: string;
  /** Only these rules, by their ids. */
  readonly rules?: readonly string[];
};

/** @returns each fault as the id of its rule and the elements that break it; none where all is well. */
export async function axeFaults(
  page: Page,
  { within = "html", rules }: Asked = {},
): Promise<readonly string[]> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(SOURCE);
  const options: RunOptions = {
    runOnly: rules ? { type: "rule", values: [...rules] } : { type: "tag", values: EVERYONE },
    resultTypes: ["violations"],
  };
  return page.evaluate(
    async ({ selector, run }) => {
      const { axe } = window as unknown as { readonly axe: typeof import("axe-core") };
      const part = document.querySelector(selector);
      if (!part) throw new Error(`There is no ${selector} to look at`);
      const { violations, passes } = await axe.run(part, run);
      // A look that tried nothing would find nothing.
      if (violations.length + passes.length === 0) throw new Error(`No rule applied to ${selector}`);
      return violations.map(
        ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(" | ")}`,
      );
    },
    { selector: within, run: options },
  );
}
