import { PLAYERS } from '../form/index';
import type { Midi } from '../pitch/index';
import type { Part, Scene } from './scene';

/** So many scenes are remembered. */
const MOST = 4000;
const PAIRS = ['guitar1 guitar2', 'guitar1 bass', 'guitar2 bass'] as const;
const KEYS = [...PLAYERS, ...PAIRS] as const;
const TOUCHES = ['rings', 'muted', 'picked'];

/**
 * What was made of scenes that sound the same, by everything that is judged in them: numbers, compared one by one, because
 * songs repeat themselves and this is asked for every moment.
 */
export class SameScenes<T> {
  #buckets = new Map<number, { readonly signature: Float64Array; readonly value: T }[]>();
  #size = 0;
  readonly #texts = new Map<string, number>();
  readonly #scratch = new Float64Array(256);

  /** The value for a scene, made where none that sounds the same was seen. */
  get(scene: Scene, make: () => T): T {
    const length = this.#sign(scene);
    if (length === null) return make();
    let hash = length;
    for (let i = 0; i < length; i += 1) hash = Math.imul(hash ^ (this.#scratch[i]! * 16), 16777619);
    const bucket = this.#buckets.get(hash);
    const hit = bucket?.find(({ signature }) => this.#isSame(signature, length));
    if (hit) return hit.value;
    const value = make();
    if (this.#size >= MOST) {
      this.#buckets.clear();
      this.#size = 0;
    }
    this.#size += 1;
    const entry = { signature: this.#scratch.slice(0, length), value };
    const list = this.#buckets.get(hash);
    if (list) list.push(entry);
    else this.#buckets.set(hash, [entry]);
    return value;
  }

  #isSame(signature: Float64Array, length: number): boolean {
    if (signature.length !== length) return false;
    for (let i = 0; i < length; i += 1) if (signature[i] !== this.#scratch[i]) return false;
    return true;
  }

  /** How many numbers describe it; null where they are too many. */
  #sign(scene: Scene): number | null {
    const { chord, key, parts, complete, ticks = -1, down = 0, stays } = scene;
    const out = this.#scratch;
    let n = 0;
    out[n++] = this.#textOf(key.text);
    out[n++] = chord === null ? -1 : this.#textOf(chord.text);
    out[n++] = (complete ? 1 : 0) + 2 * down;
    out[n++] = ticks;
    for (const part of parts) {
      if (n + part.pitches.length + 40 > out.length) return null;
      n = signPart(out, n, part);
    }
    for (const pair of PAIRS) out[n++] = scene.overlapTicks?.[pair] ?? -1;
    for (const who of KEYS) {
      const stay = stays?.[who];
      out[n++] = stay?.ticks ?? -1;
      out[n++] = stay?.heard ?? -1;
      out[n++] = stay?.through ?? -1;
    }
    return n;
  }

  #textOf(text: string): number {
    let number = this.#texts.get(text);
    if (number === undefined) this.#texts.set(text, (number = this.#texts.size));
    return number;
  }
}

function signPart(out: Float64Array, from: number, part: Part): number {
  let n = from;
  const { player, pitches, soundTicks, totalTicks = -1, touch, gain, standTicks = -1 } = part;
  const flags = [part.moving, part.figure, part.dirtMeant, part.isLine];
  out[n++] = PLAYERS.indexOf(player) * 100 + pitches.length;
  for (const pitch of pitches as readonly Midi[]) out[n++] = pitch;
  out[n++] = soundTicks;
  out[n++] = totalTicks;
  out[n++] = gain;
  out[n++] = standTicks;
  out[n++] = flags.reduce((sum, is) => sum * 2 + (is ? 1 : 0), TOUCHES.indexOf(touch ?? 'rings') + 1);
  return n;
}
