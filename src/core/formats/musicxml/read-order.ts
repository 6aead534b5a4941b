import { children, type Node } from './tree';

/** A measure of the file, once for every time it is played. */
export interface PlayedMeasure {
  /** From 0, as it is written. */
  readonly measure: number;
  /** Another time through what is repeated begins here. */
  readonly again: boolean;
}

/** Most measures that are played out: repeats in repeats must end somewhere. */
const MOST_PLAYED = 6000;

interface Marks {
  readonly forward: boolean;
  /** How often what ends here is played in all; 0 where nothing ends. */
  readonly backward: number;
  /** Numbers of the ending that begins here, and whether one ends here. */
  readonly ending: readonly number[] | null;
  readonly endingStops: boolean;
}

/** Measures in played order: repeats with their endings followed (MusicXML 4.0, barline). Jumps by words are not. */
export function playedOrder(measures: readonly Node[]): readonly PlayedMeasure[] {
  const marks = measures.map(marksOf);
  const order: PlayedMeasure[] = [];
  let start = 0;
  let pass = 1;
  let at = 0;
  let again = false;
  /** The ending one is in. */
  let inside: readonly number[] | null = null;
  while (at < measures.length && order.length < MOST_PLAYED) {
    const mark = marks[at]!;
    if (mark.forward && at !== start) {
      start = at;
      pass = 1;
    }
    if (mark.ending !== null && !mark.ending.includes(pass)) {
      // Another time's ending: on to the first bar after it.
      let to = at;
      while (to < measures.length - 1 && !marks[to]!.endingStops) to += 1;
      at = to + 1;
      continue;
    }
    order.push({ measure: at, again });
    again = false;
    if (mark.ending !== null) inside = mark.ending;
    if (mark.backward > 0) {
      // With endings there are as many times as they name; without, as many as the repeat says.
      const named = inside === null ? [] : [...inside, ...endingsAfter(marks, at).flat()];
      const total = named.length > 0 ? Math.max(...named) : mark.backward;
      if (pass < total) {
        pass += 1;
        at = start;
        again = true;
        inside = null;
        continue;
      }
      start = at + 1;
      pass = 1;
    } else if (mark.endingStops) {
      start = at + 1;
      pass = 1;
    }
    if (mark.endingStops) inside = null;
    at += 1;
  }
  return order;
}

/** Numbers of the endings that follow directly. */
function endingsAfter(marks: readonly Marks[], at: number): readonly (readonly number[])[] {
  const list: (readonly number[])[] = [];
  for (let i = at + 1; i < marks.length; i += 1) {
    const { ending } = marks[i]!;
    if (ending === null) break;
    list.push(ending);
    while (i < marks.length - 1 && !marks[i]!.endingStops) i += 1;
  }
  return list;
}

function marksOf(measure: Node): Marks {
  const lines = children(measure, 'barline');
  const repeats = lines.flatMap((line) => children(line, 'repeat'));
  const endings = lines.flatMap((line) => children(line, 'ending'));
  const back = repeats.find((r) => r.attributes.direction === 'backward');
  const start = endings.find((e) => e.attributes.type === 'start');
  const numbers = (start?.attributes.number ?? '')
    .split(/[ ,]+/)
    .map(Number)
    .filter((n) => Number.isInteger(n) && n > 0);
  return {
    forward: repeats.some((r) => r.attributes.direction === 'forward'),
    backward: back ? Math.min(64, Math.max(2, Number(back.attributes.times ?? 2) || 2)) : 0,
    ending: start && numbers.length > 0 ? numbers : null,
    endingStops: endings.some((e) => e.attributes.type === 'stop' || e.attributes.type === 'discontinue'),
  };
}

/** Whether a measure asks for a jump that is not followed: from the beginning, from the sign, to the coda. */
export function jumps(measure: Node): boolean {
  const sounds = measure.inside.flatMap((one) =>
    one.name === 'sound' ? [one] : one.name === 'direction' ? children(one, 'sound') : [],
  );
  return sounds.some(({ attributes }) =>
    ['dacapo', 'dalsegno', 'tocoda', 'coda', 'segno', 'fine'].some((name) => attributes[name] !== undefined),
  );
}
