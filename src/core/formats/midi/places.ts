import type { PlayedStroke } from '../../score/index';
import type { Instrument } from '../../instrument/index';

/** Manufacturer of events that are nobody's product (MIDI 1.0: 7D, non-commercial use), and our mark. */
const LEAD = [0x7d, ...[...'orchestron:'].map((c) => c.charCodeAt(0))];

/** Where the notes of a track lie: the instrument, and of every note in time order its string and how it is struck. */
export interface Places {
  readonly tuning: readonly string[];
  readonly capo: number;
  readonly notes: readonly { readonly string: number; readonly kind: 'ring' | 'mute' | 'dead' }[];
}

const KINDS = { ring: '', mute: 'm', dead: 'x' } as const;

/** `E2 A2 D3 G3 B3 E4;0;5 4m 3x …`: strings as players count them, in the order of the note-ons. */
export function formatPlaces(
  { tuning, capo }: Pick<Instrument, 'tuning' | 'capo'>,
  strokes: readonly PlayedStroke[],
): readonly number[] {
  const notes = strokes.flatMap((stroke) =>
    stroke.notes.map((note) => `${tuning.length - note.string}${KINDS[note.kind]}`),
  );
  const text = `${tuning.join(' ')};${capo};${notes.join(' ')}`;
  return [...LEAD, ...[...text].map((c) => c.charCodeAt(0) & 0x7f)];
}

/** Reads what `formatPlaces` wrote; null for any other event. */
export function parsePlaces(data: ArrayLike<number>): Places | null {
  const bytes = Array.from(data);
  if (!LEAD.every((byte, i) => bytes[i] === byte)) return null;
  const [tuning, capo, notes] = bytes
    .slice(LEAD.length)
    .map((byte) => String.fromCharCode(byte))
    .join('')
    .split(';');
  const names = (tuning ?? '').split(' ').filter((name) => /^[A-G][#b]?-?\d$/.test(name));
  if (names.length < 4 || names.length > 6 || !/^\d{1,2}$/.test(capo ?? '')) return null;
  const read = (notes ?? '').split(' ').flatMap((text) => {
    const match = /^([1-6])([mx]?)$/.exec(text);
    if (!match) return [];
    const kind = match[2] === 'm' ? 'mute' : match[2] === 'x' ? 'dead' : 'ring';
    return [{ string: names.length - Number(match[1]), kind } as const];
  });
  return { tuning: names, capo: Number(capo), notes: read };
}
