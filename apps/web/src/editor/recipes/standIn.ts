import { type Recipe, recipeStudy } from "@levitas/core/edit";
import { emptyStudy, type Study } from "@levitas/core/study";

const known = new WeakMap<Recipe, Study>();

/** A small card on a quay that plays a recipe; the same recipe gives the same study. */
export function standInFor(recipe: Recipe): Study {
  let study = known.get(recipe);
  if (!study) {
    const scene = { width: 320, height: 240, background: "#DFE7E4", frameRate: 60 };
    const stage: Study = {
      ...emptyStudy("Stand-in"),
      scene,
      figures: [
        {
          id: "quay",
          name: "Quay",
          kind: "block",
          parent: null,
          pivot: { x: 0.5, y: 0.5 },
          hue: "olive",
          rest: { x: 0, y: 178, width: 320, height: 62, color: "#C9D3CE" },
          look: {},
        },
        {
          id: "pass",
          name: "Pass",
          kind: "card",
          parent: null,
          pivot: { x: 0.5, y: 0.5 },
          hue: "slate",
          rest: { x: 105, y: 106, width: 110, height: 72, corner: 10, color: "#3F5E8C" },
          look: {
            title: "Heron",
            heading: "Pass",
            back: { heading: "Saltmarsh", title: "Ferries" },
          },
        },
      ],
    };
    study = recipeStudy(stage, recipe, "pass");
    known.set(recipe, study);
  }
  return study;
}
