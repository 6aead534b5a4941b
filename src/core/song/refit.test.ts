import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { PLAYERS, type Cell, type Player } from '../form/index';
import { formatGrip, gripPitches, holdGrip } from '../grip/index';
import { parseTuning } from '../instrument/index';
import { cellPitches, refitSong, type Refit, type Song } from './index';

const chart = (text: string): Song => {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return song;
};
const TEXT = `key: Dm
guitar1: tuning D A D G B E
== A ==
chords  | Dm      | Bb      | F |
guitar1 | 000xxx! | 888xxx  | 333xxx |
guitar2 | xxx231  | xxx331~ | xxx211 |
bass    | x5xx    | 6xxx    | 1xxx |
== A == key Em
`;
const tuned = (song: Song, tunings: Partial<Record<Player, string>>): Refit['players'] => {
  const players = { ...song.players };
  for (const player of PLAYERS) {
    const text = tunings[player];
    const tuning = text === undefined ? null : parseTuning(text, song.players[player].kind);
    if (tuning?.ok) players[player] = { ...song.players[player], tuning: tuning.value };
  }
  return players;
};
const cells = (song: Song, player: Player): Cell[] =>
  song.sections.flatMap((s) => s.bars.flatMap((b) => b.cells[player].map((c) => c.cell)));
const grips = (song: Song, player: Player) =>
  cells(song, player).map((c) => (c.kind === 'grip' ? formatGrip(c.grip) : c.kind));

describe('a song on other instruments or in another key', () => {
  const song = chart(TEXT);
  const semitoneDown = {
    guitar1: 'Db Ab Db Gb Bb Eb',
    guitar2: 'Eb Ab Db Gb Bb Eb',
    bass: 'Eb Ab Db Gb',
  };

  it('keeps the shapes and lets everything move when all strings go down a semitone', () => {
    const {
      song: down,
      shift,
      changed,
      misfits,
    } = refitSong(song, {
      key: null,
      players: tuned(song, semitoneDown),
      keep: 'shapes',
    });
    expect([shift, changed, misfits]).to.deep.equal([-1, 0, []]);
    expect(down.key).to.equal('C#m');
    expect(down.sections[0]!.bars.map((b) => b.chords[0]!.chord)).to.deep.equal(['C#m', 'A', 'E']);
    expect(down.form[1]!.key).to.equal('Ebm');
    expect(grips(down, 'guitar1')).to.deep.equal(['000xxx', '888xxx', '333xxx']);
  });

  it('keeps the pitches by finding the shapes again', () => {
    const to = refitSong(song, { key: null, players: tuned(song, semitoneDown), keep: 'pitches' });
    expect([to.shift, to.song.key]).to.deep.equal([0, 'Dm']);
    expect(grips(to.song, 'guitar1')).to.deep.equal(['111xxx', '999xxx', '444xxx']);
    expect(to.misfits).to.deep.equal([]);
    const marks = cells(to.song, 'guitar1')[0]!;
    expect(marks.kind !== 'open' && marks.locked).to.equal(true);
  });

  it('takes a capo into account', () => {
    const guitar2 = { ...song.players.guitar2, capo: 1 };
    const to = refitSong(song, { key: null, players: { ...song.players, guitar2 }, keep: 'pitches' });
    expect(grips(to.song, 'guitar2')).to.deep.equal(['xxx120', 'xxx220', 'xxx100']);
  });

  it('says what no longer fits and puts the nearest that does', () => {
    const to = refitSong(song, {
      key: null,
      players: tuned(song, { guitar1: 'E A D G B E' }),
      keep: 'pitches',
    });
    const first = to.misfits[0]!;
    expect([first.player, first.bar, formatGrip(first.grip!)]).to.deep.equal(['guitar1', 1, '000xxx']);
    expect(first.reason).to.equal('no way to hold these notes on this instrument');
    const nearest = gripPitches(first.nearest!, to.song.players.guitar1);
    expect(nearest.map((p) => p % 12)).to.deep.equal([2, 9, 2]);
    expect(grips(to.song, 'guitar1')[0]).to.equal(formatGrip(first.nearest!));
    const shapes = refitSong(song, {
      key: null,
      players: tuned(song, { guitar1: 'E A D G B E' }),
      keep: 'shapes',
    });
    expect(shapes.misfits.map((m) => m.reason)[1]).to.equal('the same frets would sound C3 instead of Bb2');
  });

  it('moves to another key with the fewest surprises', () => {
    const to = refitSong(song, { key: 'Em', players: song.players, keep: 'pitches' });
    expect([to.shift, to.song.key, to.song.form[1]!.key]).to.deep.equal([2, 'Em', 'F#m']);
    expect(grips(to.song, 'guitar1')).to.deep.equal(['222xxx', '10-10-10-x-x-x', '555xxx']);
    expect(to.song.sections[0]!.bars.map((b) => b.chords[0]!.chord)).to.deep.equal(['Em', 'C', 'G']);
  });

  it('law: what is not named as a misfit sounds as wished and can be held', () => {
    const request = fc.record({
      key: fc.constantFrom(null, 'Em', 'A', 'Bbm'),
      tuning: fc.constantFrom('E A D G B E', 'D A D G B E', 'Eb Ab Db Gb Bb Eb'),
      capo: fc.integer({ min: 0, max: 5 }),
      keep: fc.constantFrom('pitches' as const, 'shapes' as const),
    });
    fc.assert(
      fc.property(anySong, request, (from, { key, tuning, capo, keep }) => {
        const players = tuned(from, { guitar1: tuning });
        const to: Refit = { key, keep, players: { ...players, guitar2: { ...players.guitar2, capo } } };
        const { song: after, shift, misfits } = refitSong(from, to);
        for (const player of PLAYERS) {
          const before = cells(from, player);
          cells(after, player).forEach((cell, i) => {
            const was = before[i]!;
            if (was.kind !== 'grip') return expect(cell).to.deep.equal(was);
            if (was.step) {
              if (misfits.some((m) => m.player === player && m.grip === null)) return undefined;
              return expect(cellPitches(cell, after.players[player])).to.deep.equal(
                cellPitches(was, from.players[player]).map((p) => p + shift),
              );
            }
            const isMisfit = misfits.some(
              (m) => m.player === player && m.grip !== null && formatGrip(m.grip) === formatGrip(was.grip),
            );
            if (cell.kind !== 'grip') return expect(isMisfit).to.equal(true);
            const rig = after.players[player];
            if (isMisfit) return expect(holdGrip(cell.grip, rig, rig.hand).ok).to.equal(true);
            const sort = (pitches: readonly number[]) => [...pitches].sort((a, b) => a - b);
            return expect(sort(gripPitches(cell.grip, rig))).to.deep.equal(
              sort(gripPitches(was.grip, from.players[player]).map((p) => p + shift)),
            );
          });
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
