import { NO_LIVE, REST_POSE, type Study } from "../study/index.ts";

/** The poses of a study with their names, "rest" first. */
export function posesOf({
  live,
}: Study): readonly { readonly id: string; readonly name: string }[] {
  return [{ id: REST_POSE, name: "rest" }, ...(live ?? NO_LIVE).poses];
}
