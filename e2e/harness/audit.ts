import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "puppeteer-core";
import { IS_WHOLE } from "../../packages/core/src/testing/index.ts";

/** The themes in which screens are looked at: contrast is the only thing that differs, so one of them in the ordinary run. */
export const THEMES = IS_WHOLE ? ["light", "dark"] : ["dark"];

const AXE = createRequire(import.meta.url).resolve("axe-core/axe.min.js");

/** What axe finds serious or critical on the page, a line each. */
export async function audit(page: Page): Promise<string[]> {
  // From outside: the content security policy keeps strange scripts out of the page itself.
  await page.evaluate(readFileSync(AXE, "utf8"));
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: {
        run: (options: { iframes: boolean }) => Promise<{
          violations: { id: string; impact: string; nodes: { html: string }[] }[];
        }>;
      };
    };
    // What was handed off runs in frames that nothing from here gets into.
    const { violations } = await axe.run({ iframes: false });
    return violations
      .filter(({ impact }) => impact === "serious" || impact === "critical")
      .map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 120)).join(" | ")}`);
  });
}
