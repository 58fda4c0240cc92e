import type { ChannelId, Study } from "../../study/index.ts";
import type { Placements } from "../../timeline/index.ts";
import { type CompiledFollower, Followers } from "../effects/followers.ts";
import { addShakes, shakenValue } from "../effects/shakenPose.ts";
import type { CompiledShake } from "../effects/shakes.ts";
import { type CueEvent, type CueFinder, cueFinder } from "../playback/events.ts";
import { shownMarkers } from "../view/markers.ts";
import type { Channels } from "./channelStore.ts";
import type { CurveSource } from "./curveSource.ts";
import type { FigureTable } from "./figureTable.ts";
import { stackValue, stackVelocity } from "./layers.ts";
import type { DrivenChannel, Motion } from "./motion.ts";
import { slotIn } from "./poses.ts";
import { writeChannel } from "./slab.ts";

/** What a motion is put together from. */
export interface MotionParts {
  readonly study: Study;
  readonly figures: FigureTable;
  readonly curves: CurveSource;
  readonly placements: Placements;
  readonly channels: Channels;
  readonly shakes: readonly CompiledShake[];
}

export class CompiledMotion implements Motion {
  readonly study: Study;
  readonly duration: number;
  readonly endless: boolean;
  readonly slotCount: number;
  readonly placements: Placements;
  readonly followers: readonly CompiledFollower[];
  readonly shakes: readonly CompiledShake[];
  readonly #figures: FigureTable;
  readonly #channels: Channels;
  readonly #following: Followers | undefined;
  #list: readonly DrivenChannel[] | undefined;
  #cues: CueFinder | undefined;

  constructor({ study, figures, curves, placements, channels, shakes }: MotionParts) {
    this.study = study;
    this.#figures = figures;
    this.#channels = channels;
    this.placements = placements;
    this.shakes = shakes;
    this.slotCount = figures.rest.length;
    const { end, endless } = channels.extent;
    let duration = end;
    for (const { time } of shownMarkers({ study, placements })) duration = Math.max(duration, time);
    this.duration = duration;
    this.endless = endless;
    if (study.followers.length > 0)
      this.#following = new Followers(study, placements, curves, {
        indexOf: (id) => figures.indexOf(id),
        value: (slot, t) => this.#tweened(slot, t),
        velocity: (slot, t) => {
          const found = channels.at(slot);
          return found ? stackVelocity(found.layers, t, 0) : 0;
        },
      });
    this.followers = this.#following?.list ?? [];
  }

  get driven(): readonly DrivenChannel[] {
    this.#list ??= this.#channels.all();
    return this.#list;
  }

  events(t0: number, t1: number): CueEvent[] {
    return this.#finder().between(t0, t1);
  }

  cueTime(cueId: string): number | undefined {
    return this.#finder().first(cueId);
  }

  #finder(): CueFinder {
    this.#cues ??= cueFinder(this.study, this.placements);
    return this.#cues;
  }

  figureIndex(figureId: string): number {
    return this.#figures.indexOf(figureId);
  }

  slot(figureIndex: number, channel: ChannelId): number {
    return slotIn(figureIndex, channel);
  }

  drivenOf(figureIndex: number): readonly DrivenChannel[] {
    return this.#channels.ofFigure(figureIndex);
  }

  drivenAt(figureIndex: number, channel: ChannelId): DrivenChannel | undefined {
    return figureIndex < 0 ? undefined : this.#channels.at(slotIn(figureIndex, channel));
  }

  at(t: number, out: Float64Array): Float64Array {
    const { rest } = this.#figures;
    out.set(rest);
    this.#channels.write(t, rest, out);
    this.#following?.write(t, out);
    if (this.shakes.length > 0) addShakes(this.study, this.shakes, t, out);
    return out;
  }

  velocity(t: number, out: Float64Array): Float64Array {
    out.fill(0);
    for (const { layers, slot, channel } of this.driven) {
      const count = channel.kind === "color" ? 4 : 1;
      for (let c = 0; c < count; c++) out[slot + c] = stackVelocity(layers, t, c);
    }
    this.#following?.writeVelocity(t, out);
    return out;
  }

  valueAt(figureIndex: number, channel: ChannelId, t: number): number {
    if (this.shakes.length === 0) return this.steadyAt(figureIndex, channel, t);
    const steady = (index: number, id: ChannelId, time: number) => this.steadyAt(index, id, time);
    return shakenValue(this.study, this.shakes, steady, figureIndex, channel, t);
  }

  steadyAt(figureIndex: number, channel: ChannelId, t: number): number {
    const slot = slotIn(figureIndex, channel);
    return this.#following?.value(slot, t) ?? this.#tweened(slot, t);
  }

  colorAt(figureIndex: number, t: number, out: Float64Array): Float64Array {
    const { rest } = this.#figures;
    const slot = slotIn(figureIndex, "color");
    for (let c = 0; c < 4; c++) out[c] = rest[slot + c] as number;
    const found = this.#channels.at(slot);
    if (found) writeChannel(found, t, rest, out, 0);
    return out;
  }

  /** A channel's value as its tweens have it. */
  #tweened(slot: number, t: number): number {
    const found = this.#channels.at(slot);
    const still = this.#figures.rest[slot] as number;
    return found ? stackValue(found.layers, t, 0, still) : still;
  }
}
