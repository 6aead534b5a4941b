import { songFindings, type Finding } from '../clash/index';
import { applyEdit, type Edit, type Song } from '../song/index';

/** What an edit changes in what there is to say about the whole song. Kept findings and doublings do not count. */
export interface Effect {
  /** No longer said. */
  readonly cures: readonly Finding[];
  /** Said instead, or worse than before: clashes and watches only. */
  readonly brings: readonly Finding[];
}

/** What an edit takes away and brings in the findings of the whole song; nothing where it changes nothing. */
export function effectOf(song: Song, edit: Edit): Effect {
  const next = applyEdit(song, edit);
  if (next === song) return { cures: [], brings: [] };
  return differenceOf(songFindings(song), songFindings(next));
}

/** The same between two lists of findings: what is no longer said, and the clashes and watches that are new or worse. */
export function differenceOf(before: readonly Finding[], after: readonly Finding[]): Effect {
  const counts = (f: Finding) => f.kept === null && f.kind !== 'doubling';
  const was = new Map(before.filter(counts).map((f) => [placeOf(f), f]));
  const will = new Map(after.filter(counts).map((f) => [placeOf(f), f]));
  const cures = [...was].flatMap(([place, f]) => {
    const now = will.get(place);
    return now === undefined || weightOf(now) < weightOf(f) ? [f] : [];
  });
  const brings = [...will].flatMap(([place, f]) => {
    if (f.level === 'note') return [];
    const then = was.get(place);
    return then === undefined || weightOf(then) < weightOf(f) ? [f] : [];
  });
  return { cures, brings };
}

/** How much trouble findings are together: a clash 3, a watch 1, a note next to nothing. */
export function troubleOf(findings: readonly Finding[]): number {
  return findings.reduce((sum, f) => sum + weightOf(f), 0);
}

function weightOf(f: Finding): number {
  return f.level === 'clash' ? 3 : f.level === 'watch' ? 1 : 0.1;
}

/** The same thing said of the same place, whatever the notes. */
function placeOf(f: Finding): string {
  return [f.playing, f.section, f.pass, f.kind, f.bar, f.beat, f.players.join('+')].join('|');
}
