import type { Cue, Freeze, Group, SequenceItem, Study, Tether, Tween } from "../../study/index.ts";
import { eachItem, eachTween, seededRandom } from "../../study/index.ts";
import { anyStudy, cases, figure, key, kiosk, tween } from "../../testing/index.ts";
import { linksInto, outerTime } from "../../timeline/index.ts";
import { compileStudy, shownMarkers } from "../index.ts";

/** The last two failed once. */
const SEEDS = [...Array.from({ length: cases(30, 600) }, (_, i) => i + 1), ...[343, 523]];

const start = (offset = 0): Tether => ({ to: "start", offset });
const freeze = (id: string, offset: number, frames: number, figures?: string[]): Freeze => ({
  ...{ type: "freeze", id, name: id, tether: start(offset), frames },
  ...(figures ? { figures } : {}),
});
const cue = (id: string, tether: Tether): Cue => ({ type: "cue", id, name: id, tether });
const move = (id: string, at: number, figureId: string, more: Partial<Tween> = {}) => ({
  ...tween(id, at, figureId, [{ channel: "x", keys: [key(0, 0), key(400, 100)] }]),
  ...more,
});

/** The study with a tween of a figure of its own for each cue, with the same tether, in the same level. */
function withTweens(study: Study): Study {
  const visit = (items: readonly SequenceItem[]): SequenceItem[] =>
    items.flatMap((item): SequenceItem[] => {
      if (item.type === "group") return [{ ...item, items: visit(item.items) }];
      if (item.type !== "cue") return [item];
      const { tether } = item;
      return [item, { ...move(`beside ${item.id}`, 0, "witness"), tether }];
    });
  return {
    ...study,
    figures: [...study.figures, figure("witness")],
    sequence: visit(study.sequence),
  };
}

/** Whether an item, what it is tethered to, or a group around either repeats. */
function repeats(study: Study, id: string): boolean {
  const { byId } = compileStudy(study).placements;
  const open = [id];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const placed = byId.get(at);
    if (!placed) continue;
    if (placed.iterations) return true;
    if (placed.level.group) open.push(placed.level.group.item.id);
    const { tether } = placed.item;
    if (at !== id) continue;
    if (tether.to === "item") open.push(tether.id);
    if (tether.to === "key")
      for (const each of eachTween(study.sequence))
        if (each.tracks.some(({ keys }) => keys.some((k) => k.id === tether.id)))
          open.push(each.id);
  }
  return false;
}

describe("a cue", () => {
  it("is heard when a block with the same tether starts: random studies with cues at every edge", () => {
    let compared = 0;
    const failures: string[] = [];
    for (const seed of SEEDS) {
      const drawn = anyStudy(seed);
      const random = seededRandom(seed * 31);
      // A cue at each edge of each item and at some keys, at the top.
      const cues = [...eachItem(drawn.sequence)].flatMap((item): Cue[] =>
        (["start", "end"] as const).map((edge) =>
          cue(`${edge} of ${item.id}`, {
            ...{ to: "item", id: item.id, edge },
            offset: random() < 0.5 ? 0 : Math.round(random() * 200),
          }),
        ),
      );
      const keys = [...eachTween(drawn.sequence)].flatMap(({ tracks }) =>
        tracks.flatMap((track) =>
          track.keys.map(({ id }) => cue(`at ${id}`, { to: "key", id, offset: 0 })),
        ),
      );
      const study = withTweens({
        ...drawn,
        sequence: [...drawn.sequence, ...cues, ...keys.filter(() => random() < 0.2)],
      });
      const motion = compileStudy(study);
      const { byId } = motion.placements;
      for (const item of eachItem(study.sequence)) {
        const witness = byId.get(`beside ${item.id}`);
        if (item.type !== "cue" || item.disabled || !witness || repeats(study, item.id)) continue;
        if (witness.disabled || motion.placements.loop.length > 0) continue;
        const wanted = outerTime(linksInto(witness, "witness"), 0);
        const heard = motion.cueTime(item.id);
        compared++;
        if (heard === undefined || Math.abs(heard - wanted) > 1e-6)
          failures.push(`seed ${seed}: ${item.id} at ${heard}, the block at ${wanted}`);
      }
    }
    expect(failures.slice(0, 5)).toEqual([]);
    expect(compared).toBeGreaterThan(SEEDS.length * 5);
  });

  it("is heard at the end of a group whose members are over before it starts", () => {
    const group: Group = {
      ...{ type: "group", id: "g", name: "g", tether: start(400) },
      items: [{ ...move("early", -600, "a"), tether: start(-427) }],
    };
    const end: Tether = { to: "item", id: "g", edge: "end", offset: 0 };
    const study = kiosk({
      figures: [figure("a"), figure("b")],
      sequence: [group, cue("over", end), { ...move("next", 0, "b"), tether: end }],
    });
    const motion = compileStudy(study);
    expect(motion.placements.startOf("next")).toBe(373);
    expect(motion.cueTime("over")).toBe(373);
  });

  it("is heard where the last pass ends, also when it is cut in the middle of an odd number", () => {
    const clipped = move("t", 0, "a", {
      ...{ clip: { from: 33.3, to: 333.33 }, iterations: 3, direction: "alternate" },
    });
    const last = (clipped.tracks[0] as Tween["tracks"][number]).keys[1]?.id ?? "";
    const study = kiosk({
      figures: [figure("a")],
      sequence: [
        { ...clipped, clip: { from: 0.1 + 0.2, to: 400 } },
        cue("end", { to: "item", id: "t", edge: "end", offset: 0 }),
        cue("key", { to: "key", id: last, offset: 0 }),
      ],
    });
    const motion = compileStudy(study);
    const heard = motion.events(0, 5000).map(({ time, cue: { id } }) => [id, Math.round(time)]);
    expect(heard.filter(([id]) => id === "end")).toHaveLength(3);
    expect(heard.filter(([id]) => id === "key").at(-1)).toEqual(["key", 1199]);
  });

  it("of a fan's key is heard as its block says, whichever figure moves first", () => {
    const fan = {
      ...move("fan", 100, "a"),
      figures: ["a", "b", "c"],
      stagger: { order: "list" as const, gap: -80 },
    };
    const id = fan.tracks[0]?.keys[1]?.id ?? "";
    const study = kiosk({
      figures: ["a", "b", "c", "d"].map((name) => figure(name)),
      sequence: [
        fan,
        cue("key", { to: "key", id, offset: 0 }),
        { ...move("d", 0, "d"), tether: { to: "key", id, offset: 0 } },
      ],
    });
    const motion = compileStudy(study);
    expect(motion.cueTime("key")).toBe(motion.placements.startOf("d"));
    expect(motion.cueTime("key")).toBe(500);
  });
});

describe("what hangs on a marker", () => {
  it("in a group starts at the marker, whichever figures a freeze in the group holds", () => {
    for (const figures of [undefined, ["a"]]) {
      const group: Group = {
        ...{ type: "group", id: "g", name: "g", tether: start(1000) },
        items: [
          freeze("stop", 100, 12, figures),
          { ...move("t", 0, "b"), tether: { to: "marker", id: "gate", offset: 0 } },
        ],
      };
      const study = kiosk({
        figures: [figure("a"), figure("b")],
        markers: [{ id: "gate", name: "Gate", time: 1500 }],
        sequence: [group],
      });
      const motion = compileStudy(study);
      expect([figures, motion.placements.startOf("t")]).toEqual([figures, 1500]);
      expect(motion.valueAt(1, "x", 1500)).toBe(0);
      expect(motion.valueAt(1, "x", 1700)).toBeGreaterThan(0);
    }
  });

  it("starts when the marker is reached, with a freeze before it: both are delayed alike", () => {
    const study = kiosk({
      figures: [figure("a")],
      markers: [{ id: "gate", name: "Gate", time: 500 }],
      sequence: [
        freeze("stop", 100, 12),
        { ...move("t", 0, "a"), tether: { to: "marker", id: "gate", offset: 0 } },
      ],
    });
    const motion = compileStudy(study);
    expect(motion.placements.startOf("t")).toBe(700);
    expect(shownMarkers(motion)).toMatchObject([{ id: "gate", time: 700 }]);
  });
});
