// A large study: a harbour full of floats, each with its own motion. Made up anew at every run.
const CHANNELS = ["x", "y", "rotate", "opacity", "scaleX", "scaleY"];

/** A study with so many figures, channels each and keys each. */
export function harbour({ figures, channels, keys }) {
  let seed = 1;
  const random = () => {
    // A linear congruential generator, so that every run measures the same study.
    seed = (seed * 1664525 + 1013904223) % 4294967296;
    return seed / 4294967296;
  };
  const ids = Array.from({ length: figures }, (_, i) => `float-${i}`);
  return {
    format: "levitas-study",
    version: 2,
    name: "Harbour",
    scene: { width: 1920, height: 1080, background: "#DFE7E4", frameRate: 60 },
    figures: ids.map((id) => ({
      id,
      name: id,
      kind: "ball",
      parent: null,
      pivot: { x: 0.5, y: 0.5 },
      hue: "slate",
      rest: { width: 20, height: 20 },
      look: {},
    })),
    curves: [],
    followers: [],
    markers: [],
    sequence: ids.map((id) => ({
      type: "tween",
      id: `bob-${id}`,
      name: "bob",
      tether: { to: "start", offset: Math.round(random() * 1000) },
      figures: [id],
      tracks: CHANNELS.slice(0, channels).map((channel) => ({
        channel,
        keys: Array.from({ length: keys }, (_, k) => ({
          id: `${id}-${channel}-${k}`,
          time: k * 400,
          value: Math.round(random() * 1000) / 10,
          curve: {
            kind: "cubic-bezier",
            x1: random(),
            y1: random() * 1.4,
            x2: random(),
            y2: random() * 1.4,
          },
        })),
      })),
    })),
  };
}

/**
 * A long sequence: so many tweens in chains of tethers `deep` long, the first of which carries `carried` of them,
 * in groups of ten chains. Each figure has ten tweens after each other.
 */
export function rope({ tweens, deep, carried }) {
  const study = harbour({ figures: Math.ceil(tweens / 10), channels: 2, keys: 3 });
  const items = Array.from({ length: tweens }, (_, i) => {
    const figure = study.figures[i % study.figures.length].id;
    const place = i % deep;
    // The first of each chain hangs on the very first tween, as far as that carries.
    const tether =
      place > 0
        ? { to: "item", id: `pull-${i - 1}`, edge: "end", offset: 20 }
        : i > 0 && i < carried
          ? { to: "item", id: "pull-0", edge: "start", offset: 10 * i }
          : { to: "start", offset: i };
    const keys = (channel) =>
      [0, 150, 300].map((time, k) => ({
        id: `pull-${i}-${channel}-${k}`,
        time,
        value: ((i * 7 + k * 31) % 90) + k,
        curve: { kind: "keyword", name: "ease-in-out" },
      }));
    return {
      type: "tween",
      id: `pull-${i}`,
      name: `Pull ${i}`,
      tether,
      figures: [figure],
      tracks: ["x", "y"].map((channel) => ({ channel, keys: keys(channel) })),
    };
  });
  return { ...study, name: "Rope", sequence: items };
}
