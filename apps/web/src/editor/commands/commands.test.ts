import { firstStudy } from "@levitas/core/study";
import { Bench } from "../session/bench.ts";
import { runCommand } from "./command.ts";
import { COMMANDS, commandOf } from "./commands.ts";
import { findOffers, offersOf } from "./palette.ts";

function bench(): Bench {
  globalThis.requestAnimationFrame = () => 1;
  globalThis.cancelAnimationFrame = () => undefined;
  let n = 0;
  return new Bench(firstStudy("Buoy", () => `id-${n++}`));
}

describe("the commands", () => {
  it("have names and shortcuts of their own", () => {
    const ids = COMMANDS.map(({ id }) => id);
    const keys = COMMANDS.flatMap((command) => command.keys ?? []);
    const labels = COMMANDS.map(({ label }) => label);
    for (const list of [ids, keys, labels]) expect(new Set(list).size).toBe(list.length);
    for (const { keys: own, shownKeys } of COMMANDS) if (own) expect(shownKeys).toMatch(/./);
    expect(() => commandOf("fly")).toThrow(RangeError);
  });

  it("say why they do not apply, and do nothing then", () => {
    const open = bench();
    open.select({ figure: null, channel: null, span: null, keys: [] });
    for (const id of ["key", "smooth", "delete", "graph", "add-channel", "split", "undo", "redo"]) {
      const command = commandOf(id);
      expect(command.why?.(open)).toMatch(/^[A-Z].*\.$/);
      const before = open.store.getState();
      expect(runCommand(command, open)).toBe(false);
      expect(open.store.getState()).toBe(before);
    }
    open.dispose();
  });

  it("apply once what they need is chosen", () => {
    const open = bench();
    const [first] = open.study.sequence;
    const key = first?.type === "tween" ? first.tracks[0]?.keys[0]?.id : undefined;
    open.select({ keys: [key as string] });
    expect(commandOf("delete").why?.(open)).toBeUndefined();
    expect(runCommand(commandOf("delete"), open)).toBe(true);
    expect(commandOf("undo").why?.(open)).toBeUndefined();
    runCommand(commandOf("undo"), open);
    expect(open.canRedo()).toBe(true);
    open.dispose();
  });

  it("are done with the figure whose menu they stand in, whatever is chosen", () => {
    const open = bench();
    const [first] = open.study.figures;
    if (!first) throw new Error("no figure");
    open.select({ figure: null, channel: null, span: null, keys: [] });
    const menu = COMMANDS.filter(({ inFigureMenu }) => inFigureMenu?.(open, first.id));
    expect(menu.map(({ id }) => id)).toEqual(
      expect.arrayContaining(["appearance", "delete-figures"]),
    );
    expect(menu.map(({ id }) => id)).not.toContain("dissolve-figures");
    for (const command of menu) expect(command.text?.(open, first.id)).toMatch(/^[A-Z]/);
    expect(runCommand(commandOf("appearance"), open)).toBe(false);
    expect(runCommand(commandOf("appearance"), open, first.id)).toBe(true);
    expect(open.store.getState().dressing).toBe(first.id);
    open.dispose();
  });

  it("switch what the scene shows and how it plays, and say whether that is on", () => {
    const open = bench();
    for (const id of [
      "scene-path",
      "scene-spacing",
      "scene-twin",
      "scene-onion",
      "sound",
      "live",
    ]) {
      const { isOn, run } = commandOf(id);
      const before = isOn?.(open);
      run(open);
      expect(isOn?.(open)).toBe(!before);
    }
    open.store.setState({ live: false });
    runCommand(commandOf("mode-swing"), open);
    runCommand(commandOf("rate-half-speed"), open);
    expect(open.clock.settings).toMatchObject({ mode: "swing", rate: 0.5 });
    expect(commandOf("mode-once").isOn?.(open)).toBe(false);
    expect(commandOf("play-all").why?.(open)).toMatch(/already/);
    open.dispose();
  });

  it("are found by the words that people use", () => {
    const open = bench();
    const found = (typed: string) =>
      findOffers(offersOf(open.motion, "s"), typed).map(({ command }) => command?.id);
    for (const [typed, id] of [
      ["ungroup", "dissolve-figures"],
      ["clone", "duplicate-figure"],
      ["motion path", "join-path"],
      ["slow motion", "rate-half-speed"],
      ["ghost", "scene-twin"],
      ["mute", "sound"],
    ] as const)
      expect(found(typed)).toContain(id);
    // What is called so comes before what is only looked for so.
    expect(found("group")[0]).toBe("group");
    open.dispose();
  });

  it("change how the panes share the window, and leave the scene alone as it was found", () => {
    const open = bench();
    const arrangement = () => open.store.getState().arrangement;
    expect(runCommand(commandOf("leave-scene"), open)).toBe(false);
    runCommand(commandOf("panes-long"), open);
    runCommand(commandOf("panes-scene"), open);
    expect(arrangement()).toBe("scene");
    runCommand(commandOf("leave-scene"), open);
    expect(arrangement()).toBe("long");
    open.dispose();
  });
});
