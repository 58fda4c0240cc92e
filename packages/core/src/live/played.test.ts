import type { Study } from "../study/index.ts";
import { key, tween } from "../testing/index.ts";
import { needle, press, read, response } from "../testing/needle.ts";
import { createLive } from "./index.ts";

describe("the sequence, played", () => {
  const study = needle(
    [
      response({ then: [{ do: "play", direction: "turns" }] }),
      response({
        id: "c",
        when: { on: "cue", cue: "Slack" },
        then: [{ do: "by", figure: "needle", channel: "opacity", amount: -0.5 }],
        how: { curve: { kind: "linear" }, duration: 0 },
      }),
    ],
    {
      sequence: [
        tween("turn", 0, "needle", [{ channel: "x", keys: [key(0, 100), key(1000, 500)] }]),
        { type: "cue", id: "cue", name: "Slack", tether: { to: "start", offset: 600 } },
      ],
    },
  );

  it("turns round where it is", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 500)).toBe(300);
    press(live, 500);
    expect(read(live, 750)).toBe(200);
    expect(read(live, 1100)).toBe(100);
  });

  it("says its cues to what waits for them, once", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 599, "opacity")).toBe(1);
    expect(read(live, 601, "opacity")).toBe(0.5);
    expect(read(live, 3000, "opacity")).toBe(0.5);
  });

  it("comes from wherever it was without a jump", () => {
    const away = {
      ...study,
      live: {
        ...study.live,
        responses: [
          ...(study.live?.responses ?? []),
          response({
            id: "k",
            when: { on: "key", key: "h" },
            then: [{ do: "pose", pose: "high" }],
          }),
        ],
      },
    } as Study;
    const live = createLive(away);
    live.send(0, { type: "key-down", key: "h" });
    press(live, 1000);
    expect(read(live, 1000)).toBe(300);
    expect(read(live, 1200)).toBeCloseTo(100 + 80 + 200 * 0.5, 9);
    expect(read(live, 1400)).toBeCloseTo(260, 9);
  });
});
