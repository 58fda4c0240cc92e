import type { Follower, SequenceItem, Study, Tether } from "../study/index.ts";
import { figure, key, kiosk, tween } from "../testing/index.ts";
import { checkStudy } from "./checkStudy.ts";
import { mendStudy } from "./index.ts";

const at = (offset: number): Tether => ({ to: "start", offset });
const bob = (tether: Tether = at(0), more = {}) =>
  tween(
    "bob",
    tether,
    "buoy",
    [{ channel: "y", keys: [{ ...key(0, 0), id: "low" }, key(100, 5)] }],
    more,
  );
const group = (items: readonly SequenceItem[], tether: Tether = at(0)): SequenceItem => ({
  type: "group",
  id: "waves",
  name: "Waves",
  tether,
  items,
});
const cue = (tether: Tether): SequenceItem => ({ type: "cue", id: "c", name: "Splash", tether });
const study = (sequence: readonly SequenceItem[], more: Partial<Study> = {}): Study =>
  kiosk({ figures: [figure("buoy"), figure("shadow")], sequence, ...more });
const faults = (of: Study) => checkStudy(of).map(({ path, code }) => `${path}: ${code}`);
const follower = (more: Partial<Follower> = {}): Follower => ({
  id: "f",
  figure: "shadow",
  channel: "opacity",
  source: { figure: "buoy", channel: "y" },
  of: "value",
  from: [0, 1],
  to: [0, 1],
  ...more,
});

describe("what crosses the parts of a sequence", () => {
  it("is sound in groups, on keys and with everything there is", () => {
    const items: SequenceItem[] = [
      group([bob(), cue({ to: "key", id: "low", offset: 3 })]),
      {
        type: "freeze",
        id: "z",
        name: "Hit stop",
        tether: { to: "item", id: "bob", edge: "end", offset: 0 },
        frames: 2,
        figures: ["buoy"],
      },
      {
        type: "shake",
        id: "s",
        name: "Jolt",
        tether: at(0),
        duration: 100,
        frequency: 9,
        amplitude: 2,
        seed: 1,
        fade: { kind: "linear" },
      },
    ];
    expect(faults(study(items, { followers: [follower()] }))).toEqual([]);
  });

  it.each<[string, readonly SequenceItem[], string]>([
    [
      "a key that is not there",
      [bob(), cue({ to: "key", id: "gone", offset: 0 })],
      "sequence[1].tether.id: dangling-id",
    ],
    [
      "a figure of a freeze",
      [{ type: "freeze", id: "z", name: "z", tether: at(0), frames: 2, figures: ["nobody"] }],
      "sequence[0].figures[0]: dangling-id",
    ],
    [
      "a clip that ends before it begins",
      [bob(at(0), { clip: { from: 50, to: 20 } })],
      "sequence[0].clip: clip-backwards",
    ],
    [
      "a front that is nowhere",
      [bob(at(0), { stagger: { order: "front", gap: 0 } })],
      "sequence[0].stagger.front: no-front",
    ],
    [
      "a curve of a fade",
      [
        {
          type: "shake",
          id: "s",
          name: "s",
          tether: at(0),
          duration: 1,
          frequency: 1,
          amplitude: 1,
          seed: 1,
          fade: { shared: "none" },
        },
      ],
      "sequence[0].fade.shared: dangling-id",
    ],
    [
      "two of one id in different groups",
      [bob(), group([{ ...bob(), tracks: [] }])],
      "sequence[1].items[0].id: duplicate-id",
    ],
    [
      "a member that waits for the end of its own group",
      [group([bob({ to: "item", id: "waves", edge: "end", offset: 0 })])],
      "sequence[0].items[0].tether: tether-loop",
    ],
    [
      "a group that hangs on its member",
      [group([bob()], { to: "item", id: "bob", edge: "start", offset: 0 })],
      "sequence[0].items[0].tether: tether-loop",
    ],
  ])("%s is a fault with its place, and the study opens without it", (_, items, expected) => {
    const broken = study(items);
    const found = faults(broken);
    // A circle may be named from any of its members.
    if (expected.endsWith("tether-loop")) expect(found.join()).toContain("tether-loop");
    else expect(found).toContain(expected);
    const mended = mendStudy(JSON.parse(JSON.stringify(broken)));
    expect(mended.ok && checkStudy(mended.value.study)).toEqual([]);
    expect(mended.ok && mended.value.study.sequence.length).toBeGreaterThanOrEqual(
      items.length - 1,
    );
  });

  it.each<[string, Partial<Follower>, string]>([
    ["colors", { channel: "color" }, "followers[0].channel: not-followed"],
    [
      "switches",
      { source: { figure: "buoy", channel: "visible" } },
      "followers[0].source.channel: not-followed",
    ],
    [
      "itself",
      { source: { figure: "shadow", channel: "opacity" } },
      "followers[0].source: follower-loop",
    ],
    [
      "nobody",
      { source: { figure: "gone", channel: "x" } },
      "followers[0].source.figure: dangling-id",
    ],
  ])("following %s is a fault", (_, more, expected) => {
    expect(faults(study([], { followers: [follower(more)] }))).toContain(expected);
  });

  it("names the channels that follow each other in a circle", () => {
    const [fault] = checkStudy(
      study([], {
        followers: [
          follower(),
          follower({
            id: "g",
            figure: "buoy",
            channel: "y",
            source: { figure: "shadow", channel: "opacity" },
          }),
        ],
      }),
    );
    expect(fault?.message).toBe(
      "Found a circle of followers: “shadow” opacity → “buoy” y → “shadow” opacity.",
    );
  });
});
