import type { Cue, LiveEvent } from "../../study/index.ts";
import type { Piece } from "./liveChannel.ts";

/** What happened in Live, in the order of time. */
export type LogEntry =
  | { readonly kind: "event"; readonly time: number; readonly event: LiveEvent }
  | Begun
  | {
      readonly kind: "arrived" | "ignored" | "waits";
      readonly time: number;
      readonly response: string;
    }
  | ({ readonly kind: "cue"; readonly time: number; readonly cue: string } & Pick<
      Cue,
      "sound" | "volume"
    >)
  /** Responses that followed one another in one moment without end were stopped. */
  | { readonly kind: "stopped"; readonly time: number; readonly response: string };

/** A response that began. */
export interface Begun {
  readonly kind: "begun";
  readonly time: number;
  readonly response: string;
  /** When all of it will have arrived if nothing comes between, ms. */
  readonly arrives: number;
  readonly channels: readonly BegunChannel[];
}

export interface BegunChannel {
  /** The piece that it began. */
  readonly piece: Piece;
  readonly slot: number;
  readonly count: number;
  /** Whether it was on its way to somewhere. */
  readonly interrupted: boolean;
  /** Its speed before, and the speed that it goes on with, per s; of the first component. */
  readonly before: number;
  readonly after: number;
  readonly from: number;
  readonly target: number;
}
