import { request } from "./client.ts";

/** Has the server keep a page for a while, to be shown in a frame of its own. */
export function keepPreview(html: string): Promise<{ readonly id: string }> {
  return request("POST", "/previews", { html });
}
