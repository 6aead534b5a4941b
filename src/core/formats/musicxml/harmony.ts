import { isNoChord, parseChord } from '../../pitch/index';
import type { PlacedChord } from '../../form/index';
import { el, type Element } from './xml';

/** What MusicXML calls the kinds of chords (MusicXML 4.0, kind-value), by what follows the root. */
export const KINDS: Readonly<Record<string, string>> = {
  '': 'major',
  M: 'major',
  maj: 'major',
  m: 'minor',
  min: 'minor',
  '-': 'minor',
  '7': 'dominant',
  maj7: 'major-seventh',
  M7: 'major-seventh',
  m7: 'minor-seventh',
  '-7': 'minor-seventh',
  dim: 'diminished',
  dim7: 'diminished-seventh',
  aug: 'augmented',
  '+': 'augmented',
  m7b5: 'half-diminished',
  mMaj7: 'major-minor',
  '6': 'major-sixth',
  m6: 'minor-sixth',
  '9': 'dominant-ninth',
  maj9: 'major-ninth',
  m9: 'minor-ninth',
  '11': 'dominant-11th',
  m11: 'minor-11th',
  '13': 'dominant-13th',
  m13: 'minor-13th',
  sus2: 'suspended-second',
  sus4: 'suspended-fourth',
  sus: 'suspended-fourth',
  '5': 'power',
};

/** How early a chord comes, in a footnote of ours: MusicXML has no word for it. */
export const EARLY_NOTE = /^comes early by (\d+)$/;

/** A chord symbol at its place in a bar; null for what is no chord. `offset` in divisions. */
export function harmony({ chord, push }: PlacedChord, offset: number): Element | null {
  const foot = push > 0 ? el('footnote', `comes early by ${push}`) : null;
  const at = offset > 0 ? el('offset', offset) : null;
  if (isNoChord(chord)) {
    return el('harmony', [
      el('root', el('root-step', 'C', { text: '' })),
      el('kind', 'none', { text: 'N.C.' }),
      at,
      foot,
    ]);
  }
  const read = parseChord(chord);
  if (!read.ok) return null;
  const { root, quality, bass } = read.value;
  const kind = KINDS[quality];
  return el('harmony', [
    el('root', noteOf('root', root)),
    el('kind', kind ?? 'other', { text: quality }),
    bass === null ? null : el('bass', noteOf('bass', bass)),
    at,
    foot,
  ]);
}

function noteOf(what: 'root' | 'bass', name: string): readonly Element[] {
  const alter = [...name.slice(1)].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return [el(`${what}-step`, name[0]!), ...(alter === 0 ? [] : [el(`${what}-alter`, alter)])];
}
