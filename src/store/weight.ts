import type { Section } from '../core/form/index';
import type { Written } from './storage';

/** About how many bytes a bar takes in memory with its cells and hits (measured by us: 1.5 to 4 kB). */
const BAR_BYTES = 3000;
const STEP_BYTES = 500;
/** What an entry takes in a list of its own, beyond itself. */
const ENTRY_BYTES = 4;

/** About how many bytes a song has for itself, beyond what it shares with the next one in time. */
export function bytesBeyond(before: Written, after: Written): number {
  let bytes = STEP_BYTES + (before.draft === after.draft ? 0 : (before.draft?.length ?? 0) * 2);
  if (before.song.log !== after.song.log) bytes += ENTRY_BYTES * (before.song.log?.decisions.length ?? 0);
  const kept = new Set(after.song.sections);
  const byName = new Map(after.song.sections.map((s) => [s.name, s]));
  for (const section of before.song.sections) {
    bytes += 8;
    if (!kept.has(section)) bytes += sectionBytes(section, byName.get(section.name));
  }
  return bytes;
}

function sectionBytes(section: Section, next: Section | undefined): number {
  const shared = new Set<unknown>(next?.bars);
  const variants = new Set<unknown>(next?.variants.flatMap((v) => v.bars));
  const own = (list: readonly object[], of: ReadonlySet<unknown>) =>
    list.reduce<number>((sum, one) => sum + (of.has(one) ? 8 : BAR_BYTES), 0);
  return own(section.bars, shared) + section.variants.reduce((sum, v) => sum + own(v.bars, variants), 0);
}
