/** Where somebody sings: a soft hum at a pitch. The tune is not known; it stands for the voice's place. */
export interface HumNote {
  readonly frame: number;
  readonly frames: number;
  readonly hz: number;
}

const RISE_S = 0.05;
const FALL_S = 0.09;
const LOUD = 0.03;
/** Partials of a closed mouth: the first is most of it. */
const PARTIALS = [1, 0.42, 0.2, 0.08] as const;

/** Hums notes in time order; frames must be asked for in order, or after `jump`. */
export class Hum {
  readonly #notes: readonly HumNote[];
  readonly #rate: number;
  #now: HumNote | null = null;
  #next = 0;
  #since = 0;
  #phase = 0;
  #hz = 0;
  #level = 0;

  constructor(notes: readonly HumNote[], rate: number) {
    this.#notes = notes;
    this.#rate = rate;
  }

  jump(frame: number): void {
    this.#next = this.#notes.findIndex((note) => note.frame >= frame);
    if (this.#next < 0) this.#next = this.#notes.length;
    this.#now = this.#notes.find((note) => note.frame < frame && note.frame + note.frames > frame) ?? null;
    this.#since = this.#now ? frame - this.#now.frame : 0;
    if (this.#hz === 0 && this.#now) this.#hz = this.#now.hz;
  }

  addTo(out: Float32Array, at: { frame: number; offset: number; count: number }): void {
    const rise = 1 / (RISE_S * this.#rate);
    const fall = 1 / (FALL_S * this.#rate);
    for (let i = 0; i < at.count; i += 1) {
      const next = this.#notes[this.#next];
      if (next && next.frame <= at.frame + i) {
        this.#now = next;
        this.#since = 0;
        this.#next += 1;
        if (this.#level === 0) this.#hz = next.hz;
      }
      const isOn = this.#now !== null && this.#since < this.#now.frames;
      this.#since += 1;
      this.#level = Math.min(1, Math.max(0, this.#level + (isOn ? rise : -fall)));
      if (this.#level === 0) continue;
      // From note to note it slides, as a voice does.
      if (this.#now) this.#hz += (this.#now.hz - this.#hz) * 0.0006;
      this.#phase += (2 * Math.PI * this.#hz) / this.#rate;
      if (this.#phase > 2 * Math.PI) this.#phase -= 2 * Math.PI;
      let sum = 0;
      for (let n = 0; n < PARTIALS.length; n += 1) sum += PARTIALS[n]! * Math.sin((n + 1) * this.#phase);
      out[at.offset + i] = out[at.offset + i]! + LOUD * this.#level * sum;
    }
  }
}
