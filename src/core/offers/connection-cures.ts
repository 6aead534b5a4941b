import { connectionsOf, songFindings, type Connection, type Finding } from '../clash/index';
import { barsOnPass } from '../form/index';
import { applyEdit, type Edit, type Song } from '../song/index';
import { curesFor, type Cure } from './cures';
import { differenceOf } from './effect';

/**
 * Ways out of what goes wrong where one section goes into the next: found on the two bars alone, carried over to the
 * sections they come from, and weighed again on the whole song with all its connections.
 */
export function connectionCures(song: Song, connection: Connection, finding: Finding): readonly Cure[] {
  // Bars of unlike length were laid into one length; their strokes stand elsewhere in the song.
  if (connection.from.playing.meter !== connection.to.playing.meter) return [];
  const { section, tempo } = connection;
  const alone: Song = {
    ...song,
    key: connection.to.playing.key.text,
    meter: connection.meter,
    tempo,
    sections: [section],
    form: [{ section: section.name, times: 1, plan: null, key: null }],
    kept: [],
  };
  const before = everything(song);
  return curesFor(alone, { ...finding, playing: 0 }, { most: 6 }).flatMap((cure): Cure[] => {
    const edit = carried(cure.edit, connection);
    if (edit === null) return [];
    const next = applyEdit(song, edit);
    const after = everything(next);
    const still = after.some(
      (f) => f.section === finding.section && f.kind === finding.kind && f.text === finding.text,
    );
    return still ? [] : [{ words: cure.words, edit, ...differenceOf(before, after) }];
  });
}

function everything(song: Song): readonly Finding[] {
  return [...songFindings(song), ...connectionsOf(song).flatMap((c) => c.findings)];
}

/** The edit on the bars the connection is made of; null where it touches what is only held into them, or moved. */
function carried(edit: Edit, connection: Connection): Edit | null {
  const ends = [connection.from, connection.to];
  const where = (bar: number) => {
    const end = ends[bar]!;
    const { entry } = end.playing;
    return { section: entry.section, pass: end.pass, times: entry.times, bar: end.bar };
  };
  switch (edit.kind) {
    case 'setHits':
      return {
        kind: 'setHits',
        changes: edit.changes.map((c) => ({ ...where(c.bar), player: c.player, hits: c.hits })),
      };
    case 'setPush': {
      const { bar, ...rest } = edit.change;
      return { kind: 'setPush', change: { ...rest, ...where(bar) } };
    }
    case 'setCells': {
      const changes = edit.changes.map(({ at, cell }) => {
        const end = ends[at.bar]!;
        const own = connection.section.bars[at.bar]!.cells[at.player];
        const placed = own[at.index]!;
        const bars = barsOnPass(end.playing.section, end.pass)[end.bar]!.cells[at.player];
        const index = bars.findIndex((c) => c.at === placed.at);
        return end.playing.shift !== 0 || index < 0
          ? null
          : { at: { ...where(at.bar), player: at.player, index }, cell };
      });
      return changes.some((c) => c === null)
        ? null
        : { kind: 'setCells', changes: changes.flatMap((c) => c ?? []) };
    }
    case 'together': {
      const edits = edit.edits.map((e) => carried(e, connection));
      return edits.some((e) => e === null)
        ? null
        : { kind: 'together', edits: edits.flatMap((e) => e ?? []) };
    }
    case 'setDelay':
      return edit;
    default:
      return null;
  }
}
