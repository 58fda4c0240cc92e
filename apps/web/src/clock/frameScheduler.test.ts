import { FrameScheduler } from "./frameScheduler.ts";

type Topic = "time" | "axis";

function scheduler() {
  const failed: string[] = [];
  const frames = new FrameScheduler<number, Topic>((name) => failed.push(name));
  let frame = 0;
  const run = (time: number, axis: number) =>
    frames.run(frame++, { time: [time], axis: [axis, "width"] });
  return { frames, run, failed };
}

describe("the frame scheduler", () => {
  it("draws each in its first frame, and then only when something it depends on changed", () => {
    const { frames, run } = scheduler();
    const drawn: string[] = [];
    frames.register({ name: "playhead", topics: ["time"], draw: () => drawn.push("playhead") });
    frames.register({ name: "ruler", topics: ["axis"], draw: () => drawn.push("ruler") });
    frames.register({ name: "dot", topics: ["time", "axis"], draw: () => drawn.push("dot") });
    run(0, 1);
    expect(drawn.splice(0)).toEqual(["playhead", "ruler", "dot"]);
    run(0, 1);
    expect(drawn.splice(0)).toEqual([]);
    run(5, 1);
    expect(drawn.splice(0)).toEqual(["playhead", "dot"]);
    run(5, 2);
    expect(drawn.splice(0)).toEqual(["ruler", "dot"]);
  });

  it("takes a number that is none as the same number", () => {
    const { frames, run } = scheduler();
    let count = 0;
    frames.register({ name: "dot", topics: ["time"], draw: () => count++ });
    run(Number.NaN, 0);
    run(Number.NaN, 0);
    expect(count).toBe(1);
  });

  it("reads all layout before anything is written", () => {
    const { frames, run } = scheduler();
    const order: string[] = [];
    for (const name of ["a", "b"])
      frames.register({
        name,
        topics: ["time"],
        measure: () => order.push(`read ${name}`),
        draw: (_, layout) => order.push(`write ${name} ${layout}`),
      });
    run(0, 0);
    expect(order).toEqual(["read a", "read b", "write a 1", "write b 2"]);
  });

  it("draws what asked for it, and all of it on request", () => {
    const { frames, run } = scheduler();
    const drawn: string[] = [];
    const first = frames.register({ name: "a", topics: ["time"], draw: () => drawn.push("a") });
    frames.register({ name: "b", topics: ["axis"], draw: () => drawn.push("b") });
    run(0, 0);
    drawn.length = 0;
    first.refresh();
    run(0, 0);
    expect(drawn.splice(0)).toEqual(["a"]);
    frames.refreshAll();
    run(0, 0);
    expect(drawn.splice(0)).toEqual(["a", "b"]);
    first.stop();
    run(1, 1);
    expect(drawn).toEqual(["b"]);
  });

  it("goes on without one that throws, and says which it was", () => {
    const { frames, run, failed } = scheduler();
    let count = 0;
    const fail = () => {
      throw new Error("no canvas");
    };
    frames.register({ name: "The ruler", topics: ["time"], measure: fail, draw: () => count++ });
    frames.register({ name: "The plot", topics: ["time"], draw: fail });
    frames.register({ name: "The scene", topics: ["time"], draw: () => count++ });
    run(0, 0);
    run(1, 0);
    expect(failed).toEqual(["The ruler", "The plot"]);
    expect(count).toBe(2);
  });

  it("keeps what a drawer asks for while it draws for the next frame", () => {
    const { frames, run } = scheduler();
    let count = 0;
    const one = frames.register({
      name: "a",
      topics: ["time"],
      draw: () => {
        if (count++ === 0) one.refresh();
      },
    });
    run(0, 0);
    run(0, 0);
    run(0, 0);
    expect(count).toBe(2);
  });
});
