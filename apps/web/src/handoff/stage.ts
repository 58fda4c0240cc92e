import type { PlayedSample, Shown, StageAnswer, StageMessage } from "@levitas/core/format";

/** Longer than this a hand-off that runs does not take to answer, ms. */
const PATIENCE = 40_000;

/** A hand-off that runs in a frame of its own; it is spoken to by messages only. */
export class Stage {
  #frame: HTMLIFrameElement | null = null;
  /** What is waited for; there is one thing at a time. */
  #waiting: ((answer: StageAnswer) => void) | undefined;

  /** Takes the frame it runs in; null when that goes. */
  hold = (frame: HTMLIFrameElement | null): void => {
    this.#frame = frame;
  };

  /** Has a kept page running; resolves when it answers, rejects with an error to be shown when it never does. */
  async load(id: string): Promise<void> {
    await this.#ask("ready", () => {
      if (this.#frame) this.#frame.src = `/previews/${id}`;
    });
  }

  /** For the window's messages; says whether it was one of this stage's. */
  take({ source, data }: MessageEvent): boolean {
    if (!this.#frame || source !== this.#frame.contentWindow) return false;
    this.#waiting?.(data as StageAnswer);
    return true;
  }

  seek(time: number): void {
    this.#send({ type: "seek", time });
  }

  /** What is shown of each figure at a time. Rejects as `load` does. */
  async measure(time: number): Promise<Readonly<Record<string, Shown>>> {
    const answer = await this.#ask("measured", () => this.#send({ type: "measure", time }));
    return answer.type === "measured" ? answer.shown : {};
  }

  /** What is seen in frames on the way while it plays from its start to a time, ms. Rejects as `load` does. */
  async play(until: number, rate: number, count: number): Promise<readonly PlayedSample[]> {
    const answer = await this.#ask("played", () =>
      this.#send({ type: "play", until, rate, count }),
    );
    return answer.type === "played" ? answer.samples : [];
  }

  #ask(type: StageAnswer["type"], ask: () => void): Promise<StageAnswer> {
    return new Promise((done, fail) => {
      const timer = setTimeout(
        () => fail(new Error("What was handed off does not answer. Prove it again.")),
        PATIENCE,
      );
      this.#waiting = (answer) => {
        if (answer.type !== type) return;
        clearTimeout(timer);
        done(answer);
      };
      ask();
    });
  }

  #send(message: StageMessage): void {
    // Its origin is opaque: there is none to name.
    this.#frame?.contentWindow?.postMessage(message, "*");
  }
}
