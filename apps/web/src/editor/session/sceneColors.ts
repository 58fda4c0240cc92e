import { eachTween, type Study } from "@levitas/core/study";

/** How many are offered. */
const MOST = 24;

/** The colors a study uses: of its scene, its figures at rest, and its keys; each once. */
export function sceneColors(study: Study): readonly string[] {
  const colors = new Set<string>([study.scene.background]);
  for (const { rest } of study.figures) if (typeof rest.color === "string") colors.add(rest.color);
  for (const tween of eachTween(study.sequence))
    for (const track of tween.tracks)
      if (track.channel === "color")
        for (const { value } of track.keys) if (typeof value === "string") colors.add(value);
  return [...colors].slice(0, MOST);
}
