import { readBars, type TypedBars } from './bars';
import type { DraftSection } from './draft';
import type { Heading } from './headings';
import { bracketed } from './over';
import type { Understanding } from './understanding';

/** Begins a section; false where what stands behind its name is no chords after all. */
export function readHeading(page: Understanding, i: number, heading: Heading): boolean {
  const { rest, notes } = heading;
  const bars = rest === '' ? null : (readBars(rest, page.ground(true)) ?? insideOf(page, rest));
  if (rest !== '' && bars === null && !/^\(/.test(rest)) return false;
  // The first words on a page in the dress of a heading, with others under them, are its title.
  const isTitle =
    !page.hasTitle && page.sections.length === 0 && rest === '' && /^#\s/.test(page.raw[i]!.trim());
  if (isTitle && !page.isMusicBelow(i)) {
    page.told(i, 'setting', page.setting({ kind: 'title', title: heading.name }));
    return true;
  }
  const section = page.begin(heading.name, i, heading);
  for (const note of notes) page.note(i, note, section);
  page.told(i, 'section', sectionWords(section));
  if (bars) page.take(i, bars, section);
  return true;
}

/** Chords in brackets behind a heading. */
function insideOf(page: Understanding, text: string): TypedBars | null {
  const inside = bracketed(text);
  return inside ? readBars(inside.chords.join(' '), page.ground(true)) : null;
}

/** A section with how often it is played, in words. */
export function sectionWords(section: DraftSection): string {
  return `${section.name}${section.times !== null && section.times > 1 ? `, ${section.times} times` : ''}`;
}
