import { type Draft, original } from "immer";
import type { Curve } from "../curve/index.ts";
import { curveOfKey, type SequenceItem, type Study, type Tween } from "../study/index.ts";
import { defineEdit } from "./change.ts";
import { draftKey, draftTweens } from "./find.ts";
import { partnerOf } from "./spacePoints.ts";

/** How many spans follow a shared curve. A key begins a span only if another key comes after it. */
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

/** Makes the curve of a span a shared one, which the span then follows. */
export const keepShared = defineEdit<{ keyId: string; curveId: string; name: string }>(
  "keep as shared curve",
  (draft, { keyId, curveId, name }, study) => {
    const found = draftKey(draft, keyId);
    if (!found) return;
    const curve = curveOfKey(study, found.key);
    draft.curves.push({ id: curveId, name, curve: curve as Draft<Curve> });
    found.key.curve = { shared: curveId };
  },
);

/** Gives a span a copy of the shared curve it follows, so that it follows no more. */
export const takeOwnCopy = defineEdit<{ keyId: string }>(
  "take own copy",
  (draft, { keyId }, study) => {
    const found = draftKey(draft, keyId);
    if (found?.key.curve && "shared" in found.key.curve)
      found.key.curve = curveOfKey(study, found.key) as Draft<Curve>;
  },
);

/** Changes the curve a span shows: the shared one, for all spans that follow it, or its own. */
export const reshapeSpan = defineEdit<{ keyId: string; curve: Curve }>(
  "change curve",
  (draft, { keyId, curve }) => {
    const found = draftKey(draft, keyId);
    if (!found) return;
    const { curve: own } = found.key;
    const shared =
      own && "shared" in own ? draft.curves.find((each) => each.id === own.shared) : undefined;
    if (shared) shared.curve = curve as Draft<Curve>;
    else {
      found.key.curve = curve as Draft<Curve>;
      const other = partnerOf(original(found.tween) as Tween, keyId);
      const partner = other && draftKey(draft, other.id);
      if (partner) partner.key.curve = curve as Draft<Curve>;
    }
  },
);

/** Gives a shared curve another name. */
export const renameShared = defineEdit<{ curveId: string; name: string }>(
  "rename shared curve",
  (draft, { curveId, name }) => {
    const shared = draft.curves.find((each) => each.id === curveId);
    if (shared) shared.name = name;
  },
);

/** Takes a shared curve away; every span that followed it gets its own copy, so that nothing moves otherwise. */
export const deleteShared = defineEdit<{ curveId: string }>(
  "delete shared curve",
  (draft, { curveId }) => {
    const shared = draft.curves.find((each) => each.id === curveId);
    if (!shared) return;
    for (const tween of draftTweens(draft.sequence))
      for (const track of tween.tracks)
        for (const key of track.keys)
          if (key.curve && "shared" in key.curve && key.curve.shared === curveId)
            key.curve = shared.curve;
    draft.curves = draft.curves.filter((each) => each.id !== curveId);
  },
);
