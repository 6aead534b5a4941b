import { earsOf, kneed, type Fader } from './mix';
import { STEMS } from './render';
import { RING, RING_FRAMES, type Ring } from './ring';

/** Written before a ring is begun to be played, in frames. */
const PREFILL = 2048;
/** How long it takes, in seconds: to begin from silence, to go over to something else, to end, to turn something. */
const BEGIN_S = 0.12;
const OVER_S = 0.015;
const END_S = 0.03;
const TURN_S = 0.012;

interface Deck {
  readonly ring: Ring;
  level: number;
  wanted: number;
  step: number;
  hasBegun: boolean;
}

/**
 * What is heard, out of rings of stems: mixes them as the faders say, goes over from one version or ring to another without a
 * gap, begins and ends softly. Whoever has a sound card calls `play` for every piece of time.
 */
export class Decks {
  readonly #rate: number;
  #decks: Deck[] = [];
  readonly #ears = new Float64Array(2 * STEMS.length);
  readonly #wanted = new Float64Array(2 * STEMS.length);
  #version = 0;
  #wantedVersion = 0;

  constructor(rate: number) {
    this.#rate = rate;
  }

  /** True when nothing sounds and nothing waits. */
  get isStill(): boolean {
    return this.#decks.length === 0;
  }

  /** Plays a ring as soon as enough of it is there; what sounds now goes on until then. */
  take(ring: Ring, { version = 0 } = {}): void {
    // Of several that wait the last one is meant.
    this.#decks = this.#decks.filter((deck) => deck.hasBegun);
    this.#decks.push({ ring, level: 0, wanted: 0, step: 0, hasBegun: false });
    this.#nextVersion = version;
  }

  #nextVersion = 0;

  faders(faders: readonly Fader[], { atOnce = false } = {}): void {
    faders.forEach((fader, s) => {
      const [left, right] = earsOf(fader);
      this.#wanted[2 * s] = left;
      this.#wanted[2 * s + 1] = right;
    });
    if (atOnce) this.#ears.set(this.#wanted);
  }

  version(version: number): void {
    this.#wantedVersion = version;
    this.#nextVersion = version;
  }

  stop(): void {
    this.#decks = this.#decks.filter((deck) => deck.hasBegun);
    for (const deck of this.#decks) this.#turn(deck, 0, END_S);
  }

  /** Fills `count` frames of both ears; silence where nothing sounds. */
  play(left: Float32Array, right: Float32Array, count: number): void {
    left.fill(0, 0, count);
    right.fill(0, 0, count);
    this.#begin();
    const turn = Math.min(1, 1 / (TURN_S * this.#rate));
    const over = 1 / (OVER_S * this.#rate);
    const [ears, wanted] = [this.#ears, this.#wanted];
    const ready = this.#decks.filter((deck) => deck.hasBegun).map((deck) => this.#ready(deck, count));
    for (let i = 0; i < count; i += 1) {
      for (let e = 0; e < ears.length; e += 1) ears[e] = ears[e]! + (wanted[e]! - ears[e]!) * turn;
      const way = this.#wantedVersion - this.#version;
      this.#version += Math.max(-over, Math.min(over, way));
      let [l, r] = [0, 0];
      for (const { deck, read, frames } of ready) {
        if (i >= frames) continue;
        if (deck.level !== deck.wanted) {
          const next = deck.level + deck.step;
          deck.level = deck.step > 0 ? Math.min(deck.wanted, next) : Math.max(deck.wanted, next);
        }
        if (deck.level === 0) continue;
        const at = (read + i) & (RING_FRAMES - 1);
        const { channels } = deck.ring;
        const two = channels.length > STEMS.length;
        for (let s = 0; s < STEMS.length; s += 1) {
          let x = channels[s]![at]!;
          if (two) x += this.#version * (channels[s + STEMS.length]![at]! - x);
          x *= deck.level;
          l += x * ears[2 * s]!;
          r += x * ears[2 * s + 1]!;
        }
      }
      left[i] = kneed(l);
      right[i] = kneed(r);
    }
    for (const { deck, read, frames } of ready) Atomics.store(deck.ring.control, RING.read, read + frames);
    this.#decks = this.#decks.filter((deck) => !this.#isOver(deck));
  }

  #ready(deck: Deck, count: number): { deck: Deck; read: number; frames: number } {
    const { control } = deck.ring;
    const read = Atomics.load(control, RING.read);
    const there = Atomics.load(control, RING.written) - read;
    const frames = Math.min(count, there);
    if (frames < count && Atomics.load(control, RING.end) < 0)
      Atomics.add(control, RING.missed, count - frames);
    return { deck, read, frames };
  }

  /** The ring that waited begins once enough of it is there; the others go. */
  #begin(): void {
    const waiting = this.#decks.at(-1);
    if (!waiting || waiting.hasBegun) return;
    const { control } = waiting.ring;
    if (Atomics.load(control, RING.written) < PREFILL && Atomics.load(control, RING.end) < 0) return;
    const fromStill = this.#decks.length === 1;
    waiting.hasBegun = true;
    this.#turn(waiting, 1, fromStill ? BEGIN_S : OVER_S);
    for (const deck of this.#decks) if (deck !== waiting) this.#turn(deck, 0, OVER_S);
    this.#wantedVersion = this.#nextVersion;
    if (fromStill) {
      this.#version = this.#nextVersion;
      this.#ears.set(this.#wanted);
    }
  }

  #turn(deck: Deck, wanted: number, seconds: number): void {
    deck.wanted = wanted;
    deck.step = (wanted > deck.level ? 1 : -1) / (seconds * this.#rate);
  }

  #isOver(deck: Deck): boolean {
    if (!deck.hasBegun) return false;
    if (deck.wanted === 0 && deck.level === 0) return true;
    const end = Atomics.load(deck.ring.control, RING.end);
    return end >= 0 && Atomics.load(deck.ring.control, RING.read) >= end;
  }
}
