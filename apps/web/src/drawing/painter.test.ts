import { compileStudy } from "@levitas/core/motion";
import { CHANNELS, channelOf, restValue } from "@levitas/core/study";
import { figure, kiosk } from "../../../../packages/core/src/testing/index.ts";
import { ScenePainter, WRITERS } from "./painter.ts";

/** An element as far as the painter knows one, which notes what is written on it. */
function noted() {
  const style: Record<string, string> = {};
  const writes: string[] = [];
  const element = {
    style: {
      setProperty: (name: string, value: string) => {
        writes.push(name);
        style[name] = value;
      },
    },
    children: [],
  };
  return { element: element as unknown as HTMLElement, writes, style };
}

const study = kiosk({ figures: [figure("gate"), figure("pier")] });
const motion = compileStudy(study);

describe("what paints poses on the scene", () => {
  it.each(CHANNELS.map(({ id }) => id))(
    "says the channel %s by one writer, and only that",
    (id) => {
      expect(WRITERS.filter(({ channels }) => channels.includes(id))).toHaveLength(1);
      const painter = new ScenePainter();
      const [gate, pier] = [noted(), noted()];
      painter.hold("gate", gate.element);
      painter.hold("pier", pier.element);
      const poses = motion.at(0, new Float64Array(motion.slotCount));
      painter.paint(motion, poses);
      const before = { ...gate.style };
      gate.writes.length = 0;
      pier.writes.length = 0;
      const now = Float64Array.from(poses);
      const slot = motion.slot(0, id);
      now[slot] = channelOf(id).kind === "switch" ? 0 : (now[slot] as number) / 2 + 0.25;
      painter.paint(motion, now);
      expect(gate.writes).toHaveLength(1);
      expect(gate.style[gate.writes[0] as string]).not.toBe(before[gate.writes[0] as string]);
      expect(pier.writes).toEqual([]);
    },
  );

  it("writes nothing where nothing changed, and all on an element that is new", () => {
    const painter = new ScenePainter();
    const first = noted();
    painter.hold("gate", first.element);
    const poses = motion.at(0, new Float64Array(motion.slotCount));
    painter.paint(motion, poses);
    first.writes.length = 0;
    painter.paint(motion, poses);
    expect(first.writes).toEqual([]);
    const second = noted();
    painter.hold("gate", second.element);
    painter.paint(motion, poses);
    expect(second.style.width).toBe(`${restValue(study.figures[0] as never, "width")}px`);
  });
});
