import { expect } from 'chai';
import { songCauses, type Finding } from '../src/core/clash/index';
import { gripCell, PLAYERS, type Player } from '../src/core/form/index';
import { readChart } from '../src/core/formats/index';
import { formatGrip, type Grip } from '../src/core/grip/index';
import { applyEdit, type CellAddress, type Song } from '../src/core/song/index';
import { LIKED_SONGS } from './labelled/songs';

const read = (text: string): Song => {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return song;
};
const warned = <T extends Finding>(list: readonly T[]) => list.filter((f) => f.level !== 'note');

describe('whole songs that a band likes', () => {
  for (const { style, text } of LIKED_SONGS) {
    it(`are left in peace: ${style}`, () => {
      const causes = songCauses(read(text));
      expect(causes.filter((f) => f.level === 'clash').map((f) => f.text)).to.deep.equal([]);
      const watches = causes.filter((f) => f.level === 'watch');
      const same = watches.map((f) => `${f.section} ${f.kind} ${f.players.join()}`);
      expect(new Set(same).size, watches.map((f) => f.text).join('\n')).to.equal(same.length);
    });
  }
});

/** A grip moved by frets, every finger alike; null where that leaves the neck or moves no chord shape. */
function slipped(grip: Grip, by: number, player: Player): Grip | null {
  if (player !== 'bass' && grip.includes(0 as never)) return null;
  const frets = grip.map((fret) => (fret === null ? null : fret + by));
  return frets.some((fret) => fret !== null && (fret < 0 || fret > 19)) ? null : (frets as Grip);
}

/** Every cell of half a bar and more, played a fret or two off. */
function slips(song: Song): readonly { at: CellAddress; grip: Grip; was: Grip }[] {
  return song.sections.flatMap((section) =>
    section.bars.flatMap((bar, b) =>
      PLAYERS.flatMap((player) =>
        bar.cells[player].flatMap(({ at: start, cell }, index) => {
          const until = bar.cells[player][index + 1]?.at ?? 3840;
          if (cell.kind !== 'grip' || cell.step || until - start < 1920) return [];
          return [1, -1, player === 'bass' ? 1 : 2].flatMap((by) => {
            const grip = slipped(cell.grip, by, player);
            const at = { section: section.name, pass: 1, player, bar: b, index };
            return grip ? [{ at, grip, was: cell.grip }] : [];
          });
        }),
      ),
    ),
  );
}

// A chord shape or a bass note a fret off is what a rehearsal stops for (common practice).
describe('one slip of a hand in them', () => {
  const all = LIKED_SONGS.flatMap(({ text }) => {
    const song = read(text);
    const before = new Set(warned(songCauses(song)).map((f) => f.id));
    return slips(song).map((slip) => ({ song, slip, before }));
  });
  const tried = all.filter((_, i) => i % 2 === 0);
  const results = tried.map(({ song, slip: { at, grip, was }, before }) => {
    const after = applyEdit(song, { kind: 'setCells', changes: [{ at, cell: gripCell(grip) }] });
    const bar = at.bar + 1;
    const here = warned(songCauses(after)).filter(
      (f) => !before.has(f.id) && f.places.some((p) => p.section === at.section && p.bar === bar),
    );
    const words = `${at.section} bar ${bar} ${at.player} ${formatGrip(was)} → ${formatGrip(grip)}`;
    return { words, here };
  });

  it('is found in its bar', () => {
    const missed = results.filter((r) => r.here.length === 0).map((r) => r.words);
    expect(results.length).to.be.greaterThan(200);
    expect(missed.length / results.length, missed.join('\n')).to.be.at.most(0.03);
  });

  it('is one finding, nearly always', () => {
    const more = results.filter((r) => r.here.length > 1);
    expect(more.length / results.length, more.map((r) => r.words).join('\n')).to.be.at.most(0.05);
  });
});
