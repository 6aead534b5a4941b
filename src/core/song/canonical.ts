import { sayableOwn, sayableSection } from '../form/index';
import { barTicks } from '../time/index';
import { withFollowers } from './likes';
import { meterOf, sectionNamed, type Song } from './song';

/**
 * The song with every section, and what differs in single playings, in the one form chart text has for it. Sections that
 * `before` has already, in the same metre, are in that form.
 */
export function canonicalSong(song: Song, before: Song): Song {
  const known = new Set(before.sections);
  const sections = song.sections.map((s) =>
    known.has(s) && song.meter === before.meter ? s : sayableSection(s, barTicks(meterOf(song, s))).section,
  );
  const said = sections.every((s, i) => s === song.sections[i]) ? song : { ...song, sections };
  return withFollowers(withCanonicalForm(said));
}

function withCanonicalForm(song: Song): Song {
  if (song.form.every((entry) => entry.variants === undefined)) return song;
  const form = song.form.map((entry) => {
    const section = entry.variants ? sectionNamed(song, entry.section) : null;
    if (!section) return entry;
    const { variants } = sayableOwn(section, entry.variants!, barTicks(meterOf(song, section)));
    if (variants === entry.variants) return entry;
    const { variants: _were, ...same } = entry;
    return variants.length > 0 ? { ...same, variants } : same;
  });
  return form.every((e, i) => e === song.form[i]) ? song : { ...song, form };
}
