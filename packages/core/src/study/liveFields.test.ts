import { anyLiveStudy } from "../testing/index.ts";
import {
  ACTION_FIELDS,
  type Action,
  liveFieldsOf,
  liveReferences,
  TRIGGER_FIELDS,
  type Trigger,
  withoutMissing,
} from "./index.ts";

const drawn: readonly (Trigger | Action)[] = Array.from({ length: 400 }, (_, seed) =>
  (anyLiveStudy(seed).live?.responses ?? []).flatMap(({ when, then }) => [when, ...then]),
).flat();

describe("the fields of triggers and actions", () => {
  it("are drawn for every kind, so that the laws of Live meet it", () => {
    const kinds = new Set(drawn.map((part) => ("on" in part ? part.on : part.do)));
    const all = [...Object.keys(TRIGGER_FIELDS), ...Object.keys(ACTION_FIELDS)];
    expect(all.filter((kind) => !kinds.has(kind as never))).toEqual([]);
  });

  it("are all that one has, and what has to be there is there", () => {
    for (const part of drawn) {
      const names = liveFieldsOf(part).map(({ name }) => name);
      const { on: _, do: __, ...rest } = part as unknown as Record<string, unknown>;
      expect(names).toEqual(expect.arrayContaining(Object.keys(rest)));
      const needed = liveFieldsOf(part).filter(({ isOptional }) => !isOptional);
      expect(Object.keys(rest)).toEqual(expect.arrayContaining(needed.map(({ name }) => name)));
    }
  });

  it.each([
    ["triggers", TRIGGER_FIELDS],
    ["actions", ACTION_FIELDS],
  ])("of one name are of one kind in all %s: their shape is declared once", (_, table) => {
    const kinds = new Map<string, Set<string>>();
    for (const { name, kind } of Object.values(table).flat())
      kinds.set(name, (kinds.get(name) ?? new Set()).add(kind));
    expect([...kinds].filter(([, all]) => all.size > 1)).toEqual([]);
  });
});

describe("a trigger or an action of which something is deleted", () => {
  it("stays itself while all is there, and refers to nothing that is gone", () => {
    for (const part of drawn) {
      expect(withoutMissing(part, () => true)).toBe(part);
      for (const gone of liveReferences(part)) {
        const left = withoutMissing(part, (of, id) => of !== gone.of || id !== gone.id);
        const named = left ? liveReferences(left).map(({ of, id }) => `${of} ${id}`) : [];
        expect(named).not.toContain(`${gone.of} ${gone.id}`);
      }
    }
  });

  it("plays from its start where only the marker is gone, and leaves out a pose of several", () => {
    const play: Action = { do: "play", direction: "forwards", from: "Gate open", to: "Landing" };
    expect(withoutMissing(play, (_, id) => id !== "Gate open")).toEqual({
      ...{ do: "play", direction: "forwards", to: "Landing" },
    });
    const next: Action = { do: "next", poses: ["open", "shut", "open"] };
    expect(withoutMissing(next, (_, id) => id !== "open")).toEqual({ do: "next", poses: ["shut"] });
    expect(withoutMissing(next, () => false)).toBeUndefined();
  });
});
