import { type Cue, type Voice, voicesOf } from "@levitas/core/study";

/** How much louder than nothing a sound is when it is over. */
const SILENT = 0.0001;

/**
 * Makes the sounds of cues. The sound card is asked for when a person first plays something, not before: browsers
 * let no page be heard earlier.
 */
export class SoundPlayer {
  /** @param isOn whether cues are heard */
  constructor(private readonly isOn: () => boolean) {}

  private audio: AudioContext | undefined;
  private noise: AudioBuffer | undefined;
  private resuming: Promise<void> | undefined;

  /** Gets ready to be heard; to be called when a person has done something. */
  wake(): void {
    if (!this.isOn() || typeof AudioContext === "undefined") return;
    this.audio ??= new AudioContext();
    if (this.audio.state !== "suspended" || this.resuming) return;
    this.resuming = this.audio.resume().finally(() => {
      this.resuming = undefined;
    });
  }

  /** Plays the sound of a cue now. An event without a sound is silent. */
  play({ sound, volume = 1 }: Pick<Cue, "sound" | "volume">): void {
    if (!this.isOn() || !this.audio) return;
    for (const voice of voicesOf(sound)) this.sing(this.audio, voice, volume);
  }

  close(): void {
    void this.audio?.close();
    this.audio = undefined;
  }

  private sing(audio: AudioContext, voice: Voice, volume: number): void {
    const { wave, from, to, attack, decay, gain, delay = 0 } = voice;
    if (!(volume > 0)) return;
    const begin = audio.currentTime + delay / 1000;
    const end = begin + (attack + decay) / 1000;
    const level = audio.createGain();
    level.gain.setValueAtTime(0, begin);
    level.gain.linearRampToValueAtTime(gain * volume, begin + attack / 1000);
    level.gain.exponentialRampToValueAtTime(SILENT, end);
    level.connect(audio.destination);
    const glide = (parameter: AudioParam) => {
      parameter.setValueAtTime(from, begin);
      parameter.exponentialRampToValueAtTime(to, end);
    };
    if (wave === "noise") {
      const source = audio.createBufferSource();
      source.buffer = this.noiseOf(audio);
      const band = audio.createBiquadFilter();
      band.type = "bandpass";
      glide(band.frequency);
      source.connect(band).connect(level);
      source.start(begin);
      source.stop(end);
      return;
    }
    const source = audio.createOscillator();
    source.type = wave;
    glide(source.frequency);
    source.connect(level);
    source.start(begin);
    source.stop(end);
  }

  /** A second of noise, made once. */
  private noiseOf(audio: AudioContext): AudioBuffer {
    if (!this.noise) {
      this.noise = audio.createBuffer(1, audio.sampleRate, audio.sampleRate);
      const samples = this.noise.getChannelData(0);
      for (let i = 0; i < samples.length; i++) samples[i] = Math.random() * 2 - 1;
    }
    return this.noise;
  }
}
