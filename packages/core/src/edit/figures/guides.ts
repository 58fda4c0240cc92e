import type { Guide } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";

/** Sets the guides of the scene. */
export const setGuides = defineEdit<{ guides: readonly Guide[] }>(
  "move guide",
  (draft, { guides }) => {
    if (guides.length === 0) delete draft.scene.guides;
    else draft.scene.guides = guides.map((guide) => ({ ...guide }));
  },
);
