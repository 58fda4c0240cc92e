import { firstStudy } from "@levitas/core/study";
import { Bench } from "../session/bench.ts";
import { runCommand } from "./command.ts";
import { COMMANDS, commandOf } from "./commands.ts";

function bench(): Bench {
  globalThis.requestAnimationFrame = () => 1;
  globalThis.cancelAnimationFrame = () => undefined;
  let n = 0;
  return new Bench(firstStudy("Buoy", () => `id-${n++}`));
}

describe("the commands", () => {
  it("have names and shortcuts of their own", () => {
    const ids = COMMANDS.map(({ id }) => id);
    const keys = COMMANDS.flatMap((command) => command.keys);
    const labels = COMMANDS.map(({ label }) => label);
    for (const list of [ids, keys, labels]) expect(new Set(list).size).toBe(list.length);
    for (const { keys: own, shownKeys } of COMMANDS)
      if (own.length > 0) expect(shownKeys).not.toBe("");
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
