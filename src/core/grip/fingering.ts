import { fail, ok, type Result } from '../base/index';
import type { Fret } from '../instrument/index';
import { formatGrip, type Grip } from './grip';

/** 1 index … 4 little finger; 'T' the thumb over the neck. */
export type Finger = 1 | 2 | 3 | 4 | 'T';

/** One finger pressing one string, or several at one fret (a barre). Strings count from 0, the lowest. */
export interface Press {
  readonly finger: Finger;
  readonly fret: Fret;
  readonly from: number;
  readonly to: number;
}

/** The finger on each string, lowest first; null where the string is open or silent. */
export type Fingering = readonly (Finger | null)[];

/**
 * Reads `213` for `320003`: a finger for each fretted string from the lowest, `T` the thumb, a barre the same finger
 * again. Fails when the count is another one, or when one finger would have to be in two places.
 */
export function parseFingering(text: string, grip: Grip): Result<Fingering> {
  const letters = [...text.toUpperCase()];
  const wrong = letters.find((c) => !/[1-4T]/.test(c));
  if (wrong !== undefined)
    return fail(`"${wrong}" is no finger; 1 is the index, 4 the little finger, T the thumb`);
  const fretted = grip.filter((fret) => fret !== null && fret !== 0).length;
  if (letters.length !== fretted) {
    const strings = fretted === 1 ? '1 string' : `${fretted} strings`;
    return fail(
      `${formatGrip(grip)} frets ${strings}, so ${fretted} ${fretted === 1 ? 'finger is' : 'fingers are'} named, lowest string first; "${text}" has ${letters.length}`,
    );
  }
  const list = letters.map((c) => (c === 'T' ? 'T' : (Number(c) as Finger)));
  const fingering = grip.map((fret) => (fret === null || fret === 0 ? null : list.shift()!));
  const presses = pressesOf(grip, fingering);
  return presses.ok ? ok(fingering) : presses;
}

/** `213`, as `parseFingering` reads it. */
export function formatFingering(fingering: Fingering): string {
  return fingering.map((finger) => finger ?? '').join('');
}

/** Whether these fingers can lie on this grip at all, however wide: after the grip was changed under them. */
export function fitsFingering(grip: Grip, fingering: Fingering): boolean {
  const isSame =
    grip.length === fingering.length &&
    grip.every((fret, s) => (fret === null || fret === 0) === (fingering[s] === null));
  return isSame && pressesOf(grip, fingering).ok;
}

/** What each finger presses: the thumb first, then by fret; fails when a finger would have to be in two places. */
export function pressesOf(grip: Grip, fingering: Fingering): Result<readonly Press[]> {
  const presses = new Map<Finger, Press>();
  for (const [s, finger] of fingering.entries()) {
    if (finger === null) continue;
    const fret = grip[s] as Fret;
    if (finger === 'T' && s > 0) return fail('the thumb presses the lowest string only');
    const known = presses.get(finger);
    if (known && known.fret !== fret)
      return fail(`finger ${finger} cannot press fret ${known.fret} and fret ${fret} at once`);
    presses.set(finger, known ? { ...known, to: s } : { finger, fret, from: s, to: s });
  }
  const list = [...presses.values()];
  for (const { finger, fret, from, to } of list) {
    const under = grip.slice(from, to + 1);
    if (under.includes(0 as Fret)) return fail(`finger ${finger} would lie over an open string`);
    if (under.some((f) => f !== null && f < fret))
      return fail(`finger ${finger} would lie over a string that is fretted below it`);
  }
  for (const a of list) {
    const b = list.find(
      (p) => p.finger !== 'T' && a.finger !== 'T' && p.finger > a.finger && p.fret < a.fret,
    );
    if (b)
      return fail(
        `finger ${b.finger} on fret ${b.fret} would lie behind finger ${a.finger} on fret ${a.fret}`,
      );
  }
  const order = (p: Press) => (p.finger === 'T' ? -1 : p.fret * 10 + p.finger);
  return ok(list.sort((a, b) => order(a) - order(b)));
}
