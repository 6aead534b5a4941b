import { Renderer, STEMS, THIRD_OCTAVES, ThirdOctaves, type Stem } from '../sound/index';
import type { Heard } from './hear';

const PIECE = 4096;

/** Level of every player in third-octave bands, in dB, over what is heard. */
export interface Bands {
  readonly hz: readonly number[];
  readonly levels: Readonly<Record<Stem, readonly number[]>>;
}

/** Measures the bands of what is heard, yielding how far it is, 0 … 1. */
export function* bandsOf({ plan }: Heard): Generator<number, Bands> {
  const renderer = new Renderer({ ...plan, loop: null });
  const stems = STEMS.map(() => new Float32Array(PIECE));
  const measures = STEMS.map(() => new ThirdOctaves(plan.rate));
  for (let done = 0; done < plan.frames; done += PIECE) {
    renderer.render(stems, PIECE);
    measures.forEach((measure, s) => measure.add(stems[s]!, PIECE));
    yield done / plan.frames;
  }
  const levels = Object.fromEntries(STEMS.map((stem, s) => [stem, measures[s]!.levels()]));
  return { hz: THIRD_OCTAVES, levels: levels as Bands['levels'] };
}
