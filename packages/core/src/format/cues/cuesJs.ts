import {
  type CueEvent,
  commonLoop,
  cuesToEnd,
  END_INCLUDED,
  loopsOfCues,
} from "../../motion/index.ts";
import { type Study, voicesOf } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { cssNumber } from "../css/cssNumber.ts";
import { jsLineComment, jsLiteral } from "../escape.ts";

/**
 * The cues of a study as a JavaScript module. `playCues(target)` dispatches a `CustomEvent` "cue" on the target at
 * each one's time, with its name in `detail`, and makes its sound; it answers a function that stops it. What is
 * endless goes on as in the study.
 */
export function cuesJs(study: Study): string {
  const motion = handoffContext(study).motion;
  const { duration } = motion;
  const loop = commonLoop(loopsOfCues(motion));
  const list = (events: readonly CueEvent[]) =>
    events.map(({ time, cue }) => ({
      time: Number(cssNumber(time)),
      name: cue.name,
      ...(cue.sound ? { sound: cue.sound, volume: cue.volume ?? 1 } : {}),
    }));
  const once = list(cuesToEnd(motion));
  const after = duration + END_INCLUDED;
  const again = loop.length > 0 ? list(motion.events(after, after + loop.length)) : [];
  const used = [...new Set([...once, ...again].flatMap(({ sound }) => (sound ? [sound] : [])))];
  const sounds = Object.fromEntries(used.map((sound) => [sound, voicesOf(sound)]));
  return `// Cues of “${jsLineComment(study.name)}”. Start it together with the animation:
// const stop = playCues(element); element.addEventListener("cue", (event) => event.detail.name);
export const duration = ${cssNumber(duration)};
export const cues = ${jsLiteral(once, 2)};
/** What comes again for good, every so many ms, after the duration. */
export const loop = ${jsLiteral({ length: loop.length, cues: again }, 2)};
const sounds = ${jsLiteral(sounds, 2)};

export function playCues(target) {
  const audio = typeof AudioContext === "undefined" ? null : new AudioContext();
  const began = performance.now();
  let stopped = false;
  let timer = 0;
  const meet = (list, base, next) => {
    const [first, ...rest] = list;
    if (stopped) return;
    if (!first) return next();
    timer = setTimeout(() => {
      target.dispatchEvent(new CustomEvent("cue", { detail: first }));
      if (audio && first.sound) for (const voice of sounds[first.sound]) sing(audio, voice, first.volume);
      meet(rest, base, next);
    }, Math.max(began + base + first.time - performance.now(), 0));
  };
  const around = (base) => {
    if (loop.cues.length > 0) meet(loop.cues, base, () => around(base + loop.length));
  };
  meet(cues, 0, () => around(0));
  return () => {
    stopped = true;
    clearTimeout(timer);
    audio?.close();
  };
}

function sing(audio, { wave, from, to, attack, decay, gain, delay = 0 }, volume) {
  const begin = audio.currentTime + delay / 1000;
  const end = begin + (attack + decay) / 1000;
  const level = audio.createGain();
  level.gain.setValueAtTime(0, begin);
  level.gain.linearRampToValueAtTime(gain * volume, begin + attack / 1000);
  level.gain.exponentialRampToValueAtTime(0.0001, end);
  level.connect(audio.destination);
  const glide = (parameter) => {
    parameter.setValueAtTime(from, begin);
    parameter.exponentialRampToValueAtTime(to, end);
  };
  let source;
  if (wave === "noise") {
    const length = Math.ceil(((attack + decay) / 1000) * audio.sampleRate);
    const buffer = audio.createBuffer(1, length, audio.sampleRate);
    const samples = buffer.getChannelData(0);
    for (let i = 0; i < length; i++) samples[i] = Math.random() * 2 - 1;
    source = audio.createBufferSource();
    source.buffer = buffer;
    const band = audio.createBiquadFilter();
    band.type = "bandpass";
    glide(band.frequency);
    source.connect(band).connect(level);
  } else {
    source = audio.createOscillator();
    source.type = wave;
    glide(source.frequency);
    source.connect(level);
  }
  source.start(begin);
  source.stop(end);
}
`;
}
