import type { Section } from '../form/index';

/** A title on one line without spaces around it, as chart text gives it back; empty when nothing is left. */
export function cleanTitle(text: string): string {
  return text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim();
}

/** A reason as chart text can quote it: on one line, with single quotes. */
export function cleanReason(text: string): string {
  return text.replace(/"/g, "'").replace(/[\p{Cc}\u2028\u2029]+/gu, ' ');
}

/**
 * The two bars where one section goes into another, named `Verse > Chorus`; null when the text names no such place.
 * A number after it tells apart ways in which the same two meet, unless the section itself is called so.
 */
export function joinNamed(sections: ReadonlyMap<string, Section>, text: string): Section | null {
  for (let cut = text.indexOf(' > '); cut >= 0; cut = text.indexOf(' > ', cut + 1)) {
    const to = text.slice(cut + 3);
    const a = sections.get(text.slice(0, cut));
    const b = sections.get(to) ?? sections.get(to.replace(/ \d+$/, ''));
    if (a && b) return { ...b, bars: [...a.bars.slice(-1), ...b.bars.slice(0, 1)] };
  }
  return null;
}

/** A name nobody has yet: the wanted one, or "Verse 2", "Verse 3" …, whichever is free. */
export function freeName(wanted: string, taken: readonly string[]): string {
  const known = new Set(taken);
  if (!known.has(wanted)) return wanted;
  const base = wanted.replace(/ \d+$/, '');
  for (let n = 2; ; n += 1) if (!known.has(`${base} ${n}`)) return `${base} ${n}`;
}
