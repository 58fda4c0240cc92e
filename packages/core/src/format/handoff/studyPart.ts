import type { ChannelId, SequenceItem, Study, Tween } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { handoffCss } from "../css/css.ts";
import { functionTables, scriptText } from "../function/functionText.ts";
import { framesFormat } from "./framesFormat.ts";
import { framesWriter } from "./framesWriter.ts";
import { initialSettings } from "./settings.ts";

/** A part of a study: some blocks, all that moves a figure, or one of its channels. */
export type PartOf =
  | { readonly items: readonly string[] }
  | { readonly figure: string; readonly channel?: ChannelId };

/** The forms in which a part leaves. */
export const PART_FORMS = ["css", "function", "frames"] as const;
export type PartForm = (typeof PART_FORMS)[number];

/** How exactly functions of a part leave, in the unit of each channel: far below what is seen, and short. */
const WITHIN = 1e-5;

/**
 * A part of a study as a study of its own that begins with the part. Everything else stays where it was in time, but
 * moves nothing: parts hang on one another.
 *
 * @returns the study and the figures that move in it
 */
export function partOf(study: Study, of: PartOf): { study: Study; figures: ReadonlySet<string> } {
  const figures = new Set<string>();
  const keep = (tween: Tween, inside: boolean): Tween[] => {
    const own = "figure" in of ? tween.figures.filter((id) => id === of.figure) : tween.figures;
    const channel = "figure" in of ? of.channel : undefined;
    // Both coordinates of a path through space go along: the one is found by the other.
    const isPlace = (id: ChannelId) => id === "x" || id === "y";
    const tracks = tween.tracks.filter(
      (track) =>
        channel === undefined ||
        track.channel === channel ||
        (tween.path === true && isPlace(channel) && isPlace(track.channel)),
    );
    const isKept = "items" in of ? inside : own.length > 0 && tracks.length > 0;
    // What hangs on it finds it where it was.
    const anchor: Tween = { ...tween, figures: [] };
    if (!isKept) return [anchor];
    for (const id of own) figures.add(id);
    if (tracks.length === tween.tracks.length && own.length === tween.figures.length)
      return [tween];
    return [
      anchor,
      {
        ...tween,
        id: `${tween.id} part`,
        figures: own,
        tracks,
      },
    ];
  };
  const visit = (items: readonly SequenceItem[], inside: boolean): SequenceItem[] =>
    items.flatMap((item): SequenceItem[] => {
      const isIn = inside || ("items" in of && of.items.includes(item.id));
      if (item.type === "tween") return keep(item, isIn);
      if (item.type === "group") return [{ ...item, items: visit(item.items, isIn) }];
      if (item.type === "freeze") return [item];
      // Shakes and cues go along where they were chosen.
      return isIn ? [item] : [{ ...item, disabled: true }];
    });
  const followers =
    "figure" in of
      ? study.followers.filter(
          (each) =>
            each.figure === of.figure && (of.channel === undefined || each.channel === of.channel),
        )
      : [];
  for (const { figure } of followers) figures.add(figure);
  // Followers need what they follow to move.
  const whole =
    followers.length > 0 ? study : { ...study, sequence: visit(study.sequence, false), followers };
  const motion = handoffContext(whole).motion;
  const starts = motion.driven.flatMap(({ layers }) => layers.map(({ start }) => start));
  const from = followers.length > 0 ? 0 : Math.min(...starts, ...motion.shakes.map(() => 0));
  if (!Number.isFinite(from) || from <= 0) return { study: whole, figures };
  return {
    figures,
    study: {
      ...whole,
      sequence: whole.sequence.map((item) =>
        item.tether.to === "start"
          ? { ...item, tether: { ...item.tether, offset: item.tether.offset - from } }
          : item,
      ),
      markers: whole.markers.map((marker) => ({ ...marker, time: marker.time - from })),
    },
  };
}

/** A part of a study in one of the forms; undefined where nothing moves in it. */
export function writePart(study: Study, of: PartOf, form: PartForm): string | undefined {
  const part = partOf(study, of);
  if (part.figures.size === 0) return undefined;
  switch (form) {
    case "css":
      return handoffCss(part.study, { figures: part.figures }).text;
    case "function": {
      const leaves = (id: string) => part.figures.has(id);
      return scriptText(
        functionTables(part.study, { leaves, all: false, tolerance: WITHIN }),
        false,
      );
    }
    case "frames":
      return framesWriter.write(part.study, initialSettings(framesFormat, part.study), {
        figures: part.figures,
      }).text;
  }
}
