import { fail, ok, type Result } from '../base/index';
import type { Meter } from '../time/index';
import { allowedPlaces } from './division';
import { formatPlace, HIT_SYMBOLS_EXPECTED, isShort, placeOf } from './place';

/** Where and why a hits bar cannot be read; `offset` counts characters from its start. */
export interface HitsProblem {
  readonly offset: number;
  readonly message: string;
}

/** A place with when it begins and how long it is, in places as they are written. */
interface Item {
  readonly text: string;
  readonly at: number;
  readonly long: number;
}

interface Reading {
  readonly text: string;
  /** Where reading goes on. */
  offset: number;
}

/**
 * Reads what people write for a bar of hits as places that divide it evenly: `(M-mm)x4` a figure again and again,
 * `O{3+3+2}` a stroke where each group of so many places begins, `{OoO}` three in the time of two (six in the time of
 * four). Fails where a symbol is none or the number of places does not fit the metre.
 */
export function expandHits(text: string, meter: Meter): Result<readonly string[], HitsProblem> {
  const reading: Reading = { text, offset: 0 };
  const read = readItems(reading, null);
  if (!read.ok) return read;
  const places = read.value.reduce((sum, item) => sum + item.long, 0);
  const allowed = allowedPlaces(meter);
  const count = Math.round(places * 1000) / 1000;
  if (!allowed.includes(count)) {
    const list = `${allowed.slice(0, -1).join(', ')} or ${allowed.at(-1)}`;
    return fail({ offset: 0, message: `${count} hits in this bar; expected ${list}` });
  }
  const fine = allowed.find(
    (n) => n % count === 0 && read.value.every(({ at }) => isWhole((at * n) / count)),
  );
  if (fine === undefined)
    return fail({
      offset: text.indexOf('{'),
      message: 'this group does not divide the bar; expected three in the time of two, or six of four',
    });
  const full: string[] = [];
  for (const item of read.value) {
    const from = Math.round((item.at * fine) / count);
    const to = Math.round(((item.at + item.long) * fine) / count);
    const after = isShort(item.text) ? '.' : '-';
    for (let i = from; i < to; i += 1) full.push(i === from ? item.text : after);
  }
  return ok(full);
}

function isWhole(n: number): boolean {
  return Math.abs(n - Math.round(n)) < 1e-6;
}

function readItems(reading: Reading, closing: ')' | '}' | null): Result<readonly Item[], HitsProblem> {
  const { text } = reading;
  const items: Item[] = [];
  let at = 0;
  const add = (symbol: string, long: number) => {
    items.push({ text: symbol, at, long });
    at += long;
  };
  const opened = reading.offset;
  while (reading.offset < text.length) {
    const start = reading.offset;
    const c = text[start]!;
    if (c === ' ') {
      reading.offset += 1;
    } else if (c === closing) {
      reading.offset += 1;
      return ok(items);
    } else if (c === '(') {
      reading.offset += 1;
      const figure = readItems(reading, ')');
      if (!figure.ok) return figure;
      const times = /^\s*[x×]\s*(\d{1,2})/.exec(text.slice(reading.offset));
      if (!times || Number(times[1]) < 1)
        return fail({ offset: start, message: 'a figure says how often; expected one like (M-mm)x4' });
      reading.offset += times[0].length;
      for (let n = 0; n < Number(times[1]); n += 1)
        for (const item of figure.value) add(item.text, item.long);
    } else if (c === '{') {
      reading.offset += 1;
      const group = readItems(reading, '}');
      if (!group.ok) return group;
      const inside = group.value.reduce((sum, item) => sum + item.long, 0);
      const time = inside === 3 ? 2 : inside === 6 ? 4 : null;
      if (time === null)
        return fail({
          offset: start,
          message: `${inside} in a group; expected three in the time of two, or six in the time of four`,
        });
      for (const item of group.value) add(item.text, (item.long * time) / inside);
    } else {
      const read = readPlace(reading);
      if (!read.ok) return read;
      const groups = /^\s*\{(\d+(?:\s*\+\s*\d+)+)\}/.exec(text.slice(reading.offset));
      if (!groups) {
        add(read.value, 1);
        continue;
      }
      if (placeOf(read.value)?.kind !== 'struck')
        return fail({ offset: start, message: 'only a stroke can begin groups; expected one like O{3+3+2}' });
      reading.offset += groups[0].length;
      for (const size of groups[1]!.split('+').map(Number)) {
        for (let n = 0; n < size; n += 1) add(n === 0 ? read.value : isShort(read.value) ? '.' : '-', 1);
      }
    }
  }
  if (closing !== null)
    return fail({
      offset: Math.max(0, opened - 1),
      message: `this is not closed; expected ${closing} after it`,
    });
  return ok(items);
}

/** Strumming as people write it, down and up, and what is easily typed for our own symbols (common practice). */
const STRUMMED: Readonly<Record<string, string>> = {
  D: 'Ov',
  d: 'ov',
  '↓': 'Ov',
  U: 'O^',
  u: 'o^',
  '↑': 'O^',
  '0': 'O',
  _: '-',
};

/** One place in its canonical form, its stroke by hand included. */
function readPlace(reading: Reading): Result<string, HitsProblem> {
  const { text, offset } = reading;
  const c = text[offset]!;
  const strummed = STRUMMED[c];
  if (strummed !== undefined) {
    reading.offset += 1;
    return ok(strummed);
  }
  if (c === 'v' || c === '^')
    return fail({ offset, message: `"${c}" is a stroke; expected it right after what is struck` });
  const group = c === '[' ? /^\[[^\]]*\]/.exec(text.slice(offset)) : null;
  if (c === '[' && !group)
    return fail({ offset, message: 'strings are not closed; expected ] after them, like [321]' });
  const body = group?.[0] ?? c;
  let end = offset + body.length;
  // Spaces may stand between a stroke and its direction.
  const place = placeOf(body);
  const stroke = (place?.kind === 'struck' ? /^ *[v^↓↑]/ : /^ *[v^]/).exec(text.slice(end))?.[0] ?? '';
  if (place === null) {
    const message = group
      ? `"${body}" are no strings; expected each once, with what is done to them, like [321], [6M] or [6M321]`
      : `"${c}" is no hit; expected ${HIT_SYMBOLS_EXPECTED}`;
    return fail({ offset, message });
  }
  if (stroke !== '' && place.kind !== 'struck')
    return fail({
      offset: end + stroke.length - 1,
      message: `"${stroke.trim()}" is a stroke; expected it right after what is struck`,
    });
  end += stroke.length;
  reading.offset = end;
  return ok(formatPlace(place) + stroke.trim().replace('↓', 'v').replace('↑', '^'));
}
