import type { Draft } from "immer";
import type { Curve } from "../../curve/index.ts";
import {
  type CurveReference,
  curveOfKey,
  findKey,
  findTween,
  type Key,
  type SequenceItem,
  type Study,
} from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { type DraftKey, draftItems, draftKey } from "../history/find.ts";
import { giveSpanCurve, timingKey } from "../tween.ts";

/** The number of spans that follow a shared curve. A span begins at a key only if another key comes after it. */
export function spansFollowing(study: Study, curveId: string): number {
  let count = 0;
  const visit = (items: readonly SequenceItem[]): void => {
    for (const item of items) {
      if (item.type === "group") visit(item.items);
      if (item.type !== "tween") continue;
      for (const { keys } of item.tracks)
        for (const { curve } of keys.slice(0, -1))
          if (curve && "shared" in curve && curve.shared === curveId) count++;
    }
  };
  visit(study.sequence);
  return count;
}

/** Makes the curve of a span a shared one; the span then follows it. */
export const keepShared = defineEdit<{ keyId: string; curveId: string; name: string }>(
  "keep as shared curve",
  (draft, { keyId, curveId, name }, study) => {
    const found = draftKey(draft, keyId);
    if (!found) return;
    const curve = timingCurve(study, found);
    draft.curves.push({ id: curveId, name, curve: curve as Draft<Curve> });
    giveSpanCurve(found, { shared: curveId });
  },
);

/** Gives a span its own copy of the shared curve it follows. */
export const takeOwnCopy = defineEdit<{ keyId: string }>(
  "take own copy",
  (draft, { keyId }, study) => {
    const found = draftKey(draft, keyId);
    if (found) giveSpanCurve(found, timingCurve(study, found));
  },
);

/** The curve that times the span beginning at a key: along a path that of x. */
function timingCurve(study: Study, { tween, key }: DraftKey): Curve {
  const source = findTween(study, tween.id);
  const lead = source && findKey(study, timingKey(source, key.id));
  return curveOfKey(study, lead?.key ?? (key as Key));
}

/** Renames a shared curve. */
export const renameShared = defineEdit<{ curveId: string; name: string }>(
  "rename shared curve",
  (draft, { curveId, name }) => {
    const shared = draft.curves.find((each) => each.id === curveId);
    if (shared) shared.name = name;
  },
);

/** Deletes a shared curve; everything that followed it gets its own copy, so that no motion changes. */
export const deleteShared = defineEdit<{ curveId: string }>(
  "delete shared curve",
  (draft, { curveId }) => {
    const shared = draft.curves.find((each) => each.id === curveId);
    if (!shared) return;
    for (const { holder, field } of draftCurves(draft)) {
      const curve = holder[field] as Curve | CurveReference | undefined;
      if (curve && "shared" in curve && curve.shared === curveId) holder[field] = shared.curve;
    }
    draft.curves = draft.curves.filter((each) => each.id !== curveId);
  },
);

/** Everything of a draft that is timed by a curve, or by a shared one, with the field that says which. */
function* draftCurves(
  draft: Draft<Study>,
): Generator<{ readonly holder: { [field: string]: unknown }; readonly field: "curve" | "fade" }> {
  const found = (holder: object, field: "curve" | "fade" = "curve") => ({
    holder: holder as { [field: string]: unknown },
    field,
  });
  for (const item of draftItems(draft.sequence)) {
    if (item.type === "shake") yield found(item, "fade");
    if (item.type !== "tween") continue;
    if (item.stagger?.front) yield found(item.stagger.front);
    for (const { keys } of item.tracks) for (const key of keys) yield found(key);
  }
  for (const follower of draft.followers) yield found(follower);
  for (const { how } of draft.live?.responses ?? []) yield found(how);
}
