import type { StageAnswer, StageMessage } from "@levitas/core/format";

/** A hand-off that runs in a frame of its own; it is spoken to by messages only. */
export class Stage {
  #frame: HTMLIFrameElement | null = null;
  #ready: (() => void) | undefined;
  #measured: ((answer: Extract<StageAnswer, { type: "measured" }>) => void) | undefined;

  /** Takes the frame it runs in; null when that goes. */
  hold = (frame: HTMLIFrameElement | null): void => {
    this.#frame = frame;
  };

  /** Has a kept page running; resolves when it answers. */
  load(id: string): Promise<void> {
    return new Promise((done) => {
      this.#ready = done;
      if (this.#frame) this.#frame.src = `/previews/${id}`;
    });
  }

  /** For the window's messages; says whether it was one of this stage's. */
  take({ source, data }: MessageEvent): boolean {
    if (!this.#frame || source !== this.#frame.contentWindow) return false;
    const answer = data as StageAnswer;
    if (answer.type === "ready") this.#ready?.();
    if (answer.type === "measured") this.#measured?.(answer);
    return true;
  }

  seek(time: number): void {
    this.#send({ type: "seek", time });
  }

  /** What is shown of each figure at a time. */
  measure(time: number): Promise<Extract<StageAnswer, { type: "measured" }>["shown"]> {
    return new Promise((done) => {
      this.#measured = ({ shown }) => done(shown);
      this.#send({ type: "measure", time });
    });
  }

  #send(message: StageMessage): void {
    // Its origin is opaque: there is none to name.
    this.#frame?.contentWindow?.postMessage(message, "*");
  }
}
