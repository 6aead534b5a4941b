import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import type { Player } from '../form/index';
import { DEFAULT_KEY, midi, parseChord, parseKey, parseNote, type Midi } from '../pitch/index';
import { applyEdit, type Song } from '../song/index';
import { energyOf, erbRate, judge, overlap, songFindings, type Part, type Scene } from './index';

const note = (name: string): Midi => {
  const read = parseNote(name);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const GAIN: Record<Player, number> = { guitar1: 7, guitar2: 4, bass: 0 };

/** `guitar1: "Bb2 F3"` … sounding for `beats` beats. */
function scene(
  symbol: string,
  parts: Partial<Record<Player, string>>,
  options: { beats?: number; gain?: number } = {},
): Scene {
  const chord = parseChord(symbol);
  const key = parseKey('Dm');
  return {
    chord: chord.ok ? chord.value : null,
    key: key.ok ? key.value : DEFAULT_KEY,
    complete: true,
    parts: Object.entries(parts).map(([player, notes]): Part => ({
      player: player as Player,
      pitches: notes.split(' ').map(note),
      soundTicks: 960 * (options.beats ?? 4),
      gain: player === 'bass' ? 0 : (options.gain ?? GAIN[player as Player]),
    })),
  };
}
const kinds = (s: Scene, least: 'note' | 'watch' | 'clash' = 'watch') => {
  const order = ['note', 'watch', 'clash'];
  return judge(s)
    .filter((j) => order.indexOf(j.level) >= order.indexOf(least))
    .map((j) => j.kind);
};

// Facts of the trade, common practice; each case is an invented chord of our own.
describe('judgement', () => {
  it('finds mud: a fifth low on the bass, not an octave up', () => {
    expect(kinds(scene('F', { bass: 'F1 C2' }))).to.deep.equal(['mud']);
    expect(kinds(scene('F', { bass: 'F1 C2' }), 'clash')).to.deep.equal([]); // a boom, no more
    expect(kinds(scene('F', { bass: 'F2 C3' }))).to.deep.equal([]);
    expect(kinds(scene('G', { bass: 'G1 B2' }))).to.deep.equal([]); // the tenth rings pretty
    expect(kinds(scene('F', { bass: 'F1 A1' }), 'clash')).to.deep.equal(['mud']);
    expect(kinds(scene('F', { bass: 'F1 F2' }))).to.deep.equal([]);
  });

  it('finds gain: a third inside one driven grip, fine clean and fine on the other guitar', () => {
    const full = 'A2 E3 A3 C#4 E4';
    expect(kinds(scene('A', { guitar1: full }, { gain: 10 }), 'clash')).to.include('gain');
    expect(kinds(scene('A', { guitar1: full }, { gain: 7 }))).to.include('gain');
    expect(kinds(scene('A', { guitar1: full }, { gain: 1 }))).to.deep.equal([]);
    expect(kinds(scene('A', { guitar1: 'A2 E3 A3', bass: 'A1' }))).to.deep.equal([]);
    expect(kinds(scene('A', { guitar1: 'A2 E3 A3', guitar2: 'C#5', bass: 'A1' }))).to.deep.equal([]);
  });

  it('finds rubs: a foreign semitone, not the seventh that belongs', () => {
    expect(kinds(scene('Bb', { guitar1: 'Bb3', guitar2: 'A4' }), 'watch')).to.include('rub');
    expect(kinds(scene('Bb', { guitar1: 'Bb2 F3 Bb3', guitar2: 'A3 A4' }), 'clash')).to.include('rub');
    expect(kinds(scene('Bbmaj7', { guitar1: 'Bb3', guitar2: 'A4' }))).to.not.include('rub');
    expect(kinds(scene('Dm', { guitar1: 'D3 A3 D4', guitar2: 'F4' }))).to.deep.equal([]);
  });

  it('lets a short rub pass that a long one would not', () => {
    const long = judge(scene('Bb', { guitar1: 'Bb3', guitar2: 'A4' }, { beats: 4 })).find(
      (j) => j.kind === 'rub',
    );
    const short = judge(scene('Bb', { guitar1: 'Bb3', guitar2: 'A4' }, { beats: 0.25 })).find(
      (j) => j.kind === 'rub',
    );
    expect(long!.score).to.be.greaterThan(short?.score ?? 0);
    expect(kinds(scene('Bb', { guitar1: 'Bb3', guitar2: 'A4' }, { beats: 0.25 }))).to.not.include('rub');
  });

  it('finds the wrong third', () => {
    const found = judge(scene('Dm', { guitar1: 'D3 A3', guitar2: 'F#4' })).filter((j) => j.kind === 'rub');
    expect(found.some((j) => j.text.includes('the other third'))).to.equal(true);
  });

  it('finds the wrong lowest note, foreign worse than a chord tone', () => {
    const lowest = (chord: string, bass: string) => {
      const { song } = readChart(
        `== A ==\nchords | ${chord} |\nguitar1 | xx55xx |\nguitar2 | r |\nbass | ${bass} |`,
      );
      return songFindings(song).find((f) => f.kind === 'wrong-bass')?.level ?? 'nothing';
    };
    expect(lowest('Gm', '1xxx')).to.equal('clash');
    expect(lowest('Gm', 'x5xx')).to.equal('watch');
    expect(lowest('Gm/F', '1xxx')).to.equal('nothing');
    expect(lowest('C/E', 'x3xx')).to.equal('watch');
  });

  it('finds a foreign lowest note in a later bar of the same chord, and leaves a fifth there in peace', () => {
    const said = (second: string) =>
      songFindings(
        readChart(
          `== A ==\nchords | C | C |\nguitar1 | x32010 | . |\nguitar2 | r | . |\nbass | x3xx | ${second} |`,
        ).song,
      )
        .filter((f) => f.kind === 'wrong-bass')
        .map((f) => `${f.level} ${f.bar}`);
    expect(said('x5xx')).to.deep.equal(['clash 2']);
    expect(said('3xxx')).to.deep.equal([]);
    expect(said('x5xx . x3xx .')).to.deep.equal(['clash 2']);
    expect(said('x5xx x3xx . .')).to.deep.equal([]);
  });

  it('hears any chord on the root of a power chord as meant, and another root as another chord', () => {
    expect(kinds(scene('E5', { guitar1: 'E3 G3 B3 D4 F#4' }, { gain: 1 }))).to.not.include('other-chord');
    expect(kinds(scene('E5', { guitar1: 'Eb3 Bb3 Eb4' }, { gain: 1 }))).to.include('other-chord');
  });

  it('notes a missing third without calling it a clash, and none where the symbol has none', () => {
    const said = (chord: string, guitar2: string) =>
      songFindings(
        readChart(`== A ==\nchords | ${chord} |\nguitar1 | x577xx |\nguitar2 | ${guitar2} |\nbass | x5xx |`)
          .song,
      ).map((f) => `${f.level} ${f.kind}`);
    expect(said('Dm', 'r')).to.deep.equal(['note missing-third']);
    expect(said('D5', 'r')).to.deep.equal([]);
    expect(said('Dm', 'xxxxx1')).to.deep.equal([]);
    expect(said('Dm', '?')).to.deep.equal(['note open']);
    // A melody that touches it while the chord lasts says it too.
    expect(said('Dm', 'xxxxx5 xxxxx3 xxxxx1 xxxxx0')).to.deep.equal([]);
  });

  it('tells crowding from doubling', () => {
    expect(kinds(scene('G', { guitar1: 'G3 B3 D4', guitar2: 'A3 C4 E4' }))).to.include('other-chord');
    const crowded = { guitar1: 'G3 C4 E4', guitar2: 'B3 D4 G4' };
    expect(kinds(scene('Cmaj9', crowded, { gain: 6 }))).to.include('crowding');
    expect(kinds(scene('Cmaj9', crowded, { gain: 1 }))).to.deep.equal([]);
    expect(kinds(scene('G', { guitar1: 'G2 D3 G3', guitar2: 'B4 D5 G5' }, { gain: 1 }))).to.deep.equal([]);
    const doubled = judge(scene('G5', { guitar1: 'G2 D3 G3', guitar2: 'G2 D3 G3' }));
    expect(doubled.map((j) => [j.kind, j.level])).to.deep.equal([['doubling', 'note']]);
  });

  it('says nothing about silence and never says NaN', () => {
    expect(judge({ chord: null, key: DEFAULT_KEY, parts: [], complete: true })).to.deep.equal([]);
    const dead = scene('Dm', { guitar1: 'D3 Eb3', guitar2: 'E3' }, { beats: 0 });
    expect(judge(dead)).to.deep.equal([]);
  });

  it('speaks as a bandmate: who, which notes, how far apart', () => {
    const [first] = judge(scene('Bb', { guitar1: 'Bb3', guitar2: 'A4' }));
    expect(first!.text).to.equal('Guitar 2’s A4 rubs Guitar 1’s B♭3: a major seventh. A is not in B♭.');
  });
});

describe('separation', () => {
  // Source: Glasberg & Moore, Hearing Research 47 (1990): ERB(1 kHz) = 132.64 Hz. The rate scale's constant 21.4 is
  // rounded there, which moves its slope by a third of a percent.
  it('counts bands as the ear does', () => {
    expect(1 / (erbRate(1000.5) - erbRate(999.5))).to.be.closeTo(132.64, 0.5);
  });

  it('is 1 for the same part, small for parts far apart, 0 for silence', () => {
    const low = energyOf([midi(43), midi(50)]);
    expect(overlap(low, low)).to.be.closeTo(1, 1e-12);
    expect(overlap(low, energyOf([midi(79), midi(83)]))).to.be.lessThan(0.3);
    expect(overlap(low, energyOf([]))).to.equal(0);
  });

  it('law: is symmetric and between 0 and 1', () => {
    const chord = fc.array(fc.integer({ min: 36, max: 84 }).map(midi), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(chord, chord, (a, b) => {
        const shared = overlap(energyOf(a), energyOf(b));
        expect(shared).to.be.within(0, 1 + 1e-9);
        expect(shared).to.be.closeTo(overlap(energyOf(b), energyOf(a)), 1e-12);
      }),
      { seed: SEED },
    );
  });
});

describe('findings', () => {
  const TEXT = `key: Dm
guitar1: tuning D A D G B E; gain 7
bass: tuning D A D G
== Verse == x2
chords  | Bb | F |
guitar1 | 888xxx | 333xxx |
guitar2 | x-x-7-x-10-x | xxx565 |
bass    | 8xxx | 33xx |
-- pass 2: bar 2 --
bass    | 3xxx |
== Verse ==
keep: Verse bar 1 rub guitar1 guitar2 "the bite"
`;
  const song = (): Song => {
    const { song: read, problems } = readChart(TEXT);
    expect(problems).to.deep.equal([]);
    return read;
  };

  it('stand at section, pass, bar, beat and length, with who and which notes', () => {
    const mud = songFindings(song()).find((f) => f.kind === 'mud')!;
    expect([mud.section, mud.pass, mud.bar, mud.beat, mud.beats]).to.deep.equal(['Verse', 1, 2, 1, 4]);
    expect(mud.players).to.deep.equal(['bass']);
    expect(mud.notes).to.deep.equal(['F1', 'C2']);
  });

  it('of a bar that differs on a pass are found there, and material played again is not said twice', () => {
    const found = songFindings(song());
    expect(found.filter((f) => f.kind === 'mud')).to.have.length(1);
    expect(found.filter((f) => f.pass === 2 && f.bar === 1)).to.have.length(0);
    expect(new Set(found.map((f) => f.id)).size).to.equal(found.length);
  });

  it('that are kept carry the reason', () => {
    const rub = songFindings(song()).find((f) => f.kind === 'rub' && f.players.join() === 'guitar1,guitar2')!;
    expect(rub.kept).to.equal('the bite');
    expect(songFindings({ ...song(), kept: [] }).every((f) => f.kept === null)).to.equal(true);
  });

  it('name frets that are not there and stretches no hand makes', () => {
    const put = (text: string) => songFindings(readChart(`== V ==\nchords | Dm |\nguitar1 | ${text} |`).song);
    expect(put('x-x-x-x-x-23').map((f) => f.kind)).to.include('range');
    expect(put('1-x-x-x-x-12').map((f) => f.kind)).to.include('reach');
    expect(
      put('1x4xxx')
        .filter((f) => f.kind === 'reach')
        .map((f) => f.level),
    ).to.deep.equal([]);
  });

  it('are the same objects’ worth when only another section changes', () => {
    const two = readChart(`${TEXT.replace(/keep.*\n/, '')}== Out ==\nchords | Dm |\nbass | 0xxx |\n`).song;
    const before = songFindings(two);
    const at = { section: 'Out', pass: 1, player: 'bass' as const, bar: 0, index: 0 };
    const after = songFindings(
      applyEdit(two, {
        kind: 'setCells',
        changes: [{ at, cell: { kind: 'rest', locked: false, guess: false } }],
      }),
    );
    expect(after.filter((f) => f.section === 'Verse')).to.deep.equal(
      before.filter((f) => f.section === 'Verse'),
    );
  });

  it('law: every finding of any song has a place, words, and a score that is a number', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        for (const f of songFindings(s)) {
          expect(f.text.length).to.be.greaterThan(10);
          expect(f.text).to.not.match(/NaN|undefined|null/);
          expect(Number.isFinite(f.score)).to.equal(true);
          expect(f.bar).to.be.at.least(1);
          expect(f.beats).to.be.greaterThan(0);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it('sees what goes missing on a later pass under a chord that begins in a bar as before, and says the rest once', () => {
    const { song: read } = readChart(`key: C
guitar1: gain 1
== A == x2
chords | G7 | . | C |
guitar1 | 320003 | 320001 | 355xxx |
guitar2 | r | . | . |
bass | 3xxx | . | x3xx |
-- pass 2: bar 2 --
guitar1 | 320003 |
`);
    const said = songFindings(read).map((f) => `${f.pass} ${f.bar} ${f.kind}`);
    expect(said).to.include('2 1 missing-tone');
    expect(said.filter((line) => line.startsWith('2 '))).to.deep.equal(['2 1 missing-tone']);
  });
});
