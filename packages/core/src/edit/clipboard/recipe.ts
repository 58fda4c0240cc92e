import type { Draft } from "immer";
import {
  bad,
  budgetFault,
  type Fault,
  FaultList,
  good,
  type Result,
  shortValue,
} from "../../fault/index.ts";
import type { ChannelId, Study, Track, Tween } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { separateKeys } from "../spatialPath/joinPath.ts";
import { type Clipboard, type ClipboardKey, type ClipboardTrack, canShift } from "./clipboard.ts";
import { readClipboardTrack } from "./readClipboard.ts";

/** The arguments of `applyRecipe`. */
export interface RecipeArguments {
  readonly recipe: Recipe;
  readonly figureIds: readonly string[];
  /** ms in the study's time. */
  readonly time: number;
  /** Factor for lengths: positions, sizes, blur. */
  readonly size: number;
  /** Factor for its duration. */
  readonly pace: number;
  readonly newId: () => string;
}

/**
 * A motion that can be applied to any figure: tracks that are added to the current values. Numbers and angles are
 * relative; colors and switches are absolute, and may begin with the found value.
 */
export interface Recipe {
  readonly name: string;
  /** Its purpose, in one line. */
  readonly detail: string;
  /** `enter` shows its first key before it starts, so that nothing flashes; `leave` holds its last value. */
  readonly role: "enter" | "leave" | "attention" | "move";
  readonly tracks: readonly RecipeTrack[];
  /** The pivot that suits it; null keeps the figure's own. */
  readonly pivot: { readonly x: number; readonly y: number } | null;
}

export interface RecipeTrack {
  readonly channel: ChannelId;
  readonly space?: ClipboardTrack["space"];
  readonly keys: readonly ClipboardKey[];
}

const LENGTHS: ReadonlySet<ChannelId> = new Set(["x", "y", "width", "height", "corner", "blur"]);

/** The most tracks of a recipe: one for each channel. */
const MOST_TRACKS = 40;

/** Reads a recipe from untrusted data: a file, or a person's own recipes. */
export function readRecipe(document: unknown): Result<Recipe> {
  const fault = (path: string, message: string): Fault => ({
    code: "not-a-recipe",
    path,
    message,
    cure: "Save keys as a recipe in Levitas.",
  });
  if (typeof document !== "object" || document === null) return bad(fault("", "Found no recipe."));
  const { name, detail, role, tracks, pivot } = document as Recipe;
  if (typeof name !== "string" || !/\S/.test(name) || name.length > 80)
    return bad(fault("name", "The name has to have 1 to 80 letters."));
  if (typeof detail !== "string" || detail.length > 200)
    return bad(fault("detail", "The detail has to be a text of at most 200 letters."));
  if (!ROLES.includes(role))
    return bad(fault("role", `Found ${shortValue(role)}; it is one of ${ROLES.join(", ")}.`));
  if (!Array.isArray(tracks) || tracks.length === 0 || tracks.length > MOST_TRACKS)
    return bad(fault("tracks", `Found no list of 1 to ${MOST_TRACKS} tracks.`));
  const isPivot = pivot === null || (Number.isFinite(pivot?.x) && Number.isFinite(pivot?.y));
  if (!isPivot) return bad(fault("pivot", "Found neither null nor x and y."));
  const excess = budgetFault(document);
  if (excess) return bad(excess);
  const faults = new FaultList(20);
  const read = tracks.map((track: unknown, i) => readClipboardTrack(track, `tracks[${i}]`, faults));
  if (faults.all.length > 0) return { ok: false, faults: faults.all };
  const sound = (read as ClipboardTrack[]).map(
    ({ channel, space, keys }): RecipeTrack => ({ channel, ...(space ? { space } : {}), keys }),
  );
  const at = pivot && { x: pivot.x, y: pivot.y };
  return good({ name: name.trim(), detail, role, tracks: sound, pivot: at });
}

const ROLES: readonly Recipe["role"][] = ["enter", "leave", "attention", "move"];

/** Duration of a recipe at its own pace, ms. */
export function recipeLength(recipe: Pick<Recipe, "tracks">): number {
  return Math.max(0, ...recipe.tracks.map(({ keys }) => keys[keys.length - 1]?.time ?? 0));
}

/** Applies a recipe to figures at a time, as one tween for each. */
export const applyRecipe = defineEdit<RecipeArguments>(
  "apply recipe",
  (draft, { recipe, figureIds, time, size, pace, newId }) => {
    for (const figureId of figureIds) {
      const figure = draft.figures.find((each) => each.id === figureId);
      if (!figure) continue;
      if (recipe.pivot) figure.pivot = { ...recipe.pivot };
      draft.sequence.push({
        type: "tween",
        id: newId(),
        name: recipe.name,
        tether: { to: "start", offset: Math.max(time, 0) },
        figures: [figureId],
        fill: recipe.role === "enter" ? "both" : "forwards",
        tracks: recipe.tracks.map((track) => recipeTrack(track, size, pace, newId)),
      } as Draft<Tween>);
    }
  },
);

function recipeTrack(track: RecipeTrack, size: number, pace: number, newId: () => string): Track {
  const factor = LENGTHS.has(track.channel) ? size : 1;
  return {
    channel: track.channel,
    ...(canShift(track) ? { mode: "relative" as const } : {}),
    ...(track.space ? { space: track.space } : {}),
    keys: track.keys.map(({ time, value, curve }) => ({
      id: newId(),
      time: time * pace,
      value: typeof value === "number" && canShift(track) ? value * factor : value,
      ...(curve ? { curve } : {}),
    })),
  };
}

/**
 * Makes a recipe from copied keys. `stands` says whether the values are relative to where the motion starts or to
 * where it ends. Of keys of several figures those of the first are taken; a path through space becomes two separate
 * curves.
 */
export function recipeOf(
  copied: Clipboard,
  { name, detail, stands }: { name: string; detail: string; stands: "start" | "end" },
): Recipe {
  const own = copied.tracks.filter(({ figure }) => figure === 0);
  const tracks = apartTracks(own).map((track): RecipeTrack => {
    const at = stands === "start" ? track.keys[0] : track.keys[track.keys.length - 1];
    const still = typeof at?.value === "number" && track.mode !== "relative" ? at.value : 0;
    return {
      channel: track.channel,
      ...(track.space ? { space: track.space } : {}),
      keys: track.keys.map(({ time, value, curve }) => ({
        time,
        value: typeof value === "number" && canShift(track) ? value - still : value,
        ...(curve ? { curve } : {}),
      })),
    };
  });
  return { name, detail, role: stands === "end" ? "enter" : "move", tracks, pivot: null };
}

/** The tracks of a figure with a path through space turned into separate tracks of x and y. */
function apartTracks(tracks: readonly ClipboardTrack[]): readonly ClipboardTrack[] {
  const x = tracks.find((track) => track.path && track.channel === "x");
  const y = tracks.find((track) => track.path && track.channel === "y");
  if (!x || !y) return tracks;
  const asTrack = ({ channel, keys }: ClipboardTrack): Track => ({
    channel,
    keys: keys.map((key, i) => ({ ...key, id: String(i) })),
  });
  // There are no shared curves here: every key carries its own curve.
  const both = separateKeys({ x: asTrack(x), y: asTrack(y) }, [], () => "");
  const [xKeys, yKeys] = both as unknown as readonly [ClipboardKey[], ClipboardKey[]];
  return tracks.map((track) =>
    track === x ? { ...x, keys: xKeys } : track === y ? { ...y, keys: yKeys } : track,
  );
}

/** A study in which a sample figure plays a recipe, for the recipe's card. */
export function recipeStudy(study: Study, recipe: Recipe, figureId: string): Study {
  let next = 0;
  return applyRecipe(study, {
    recipe,
    figureIds: [figureId],
    time: 200,
    size: 1,
    pace: 1,
    newId: () => `r${next++}`,
  }).after;
}
