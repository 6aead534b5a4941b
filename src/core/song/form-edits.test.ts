import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart, writeChart } from '../formats/index';
import { barsOnPass, PLAYERS, writtenBars, type Player } from '../form/index';
import { barTicks, swungTick } from '../time/index';
import {
  applyEdit,
  entryLength,
  readSong,
  saveSong,
  songLength,
  unfold,
  type Edit,
  type Song,
} from './index';

function songOf(text: string): Song {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return song;
}

const TEXT = `title: Paper Kite
key: Dm
tempo: 120
== Verse == x3
chords       | Dm | Bb | C | A |
guitar1      | 000232 | 888xxx | x355xx | x022xx |
-- pass 2: bar 2 --
chords       | F |
-- last pass: bar 4 --
guitar1 hits | O---X... |
== Turn == meter 3/4; tempo 90; swing 62%
chords       | Gm | A |
== Verse == x2; bars 1-3
`;

describe('form: endings, shortened returns, own metres and tempos', () => {
  const song = songOf(TEXT);
  const verse = () => unfold(song)[0]!.section;

  it('counts bars and seconds exactly, each playing in its own metre and tempo', () => {
    // 12 bars of 4/4 at 120: 24 s; 2 of 3/4 at 90: 4 s; 6 of 4/4 at 120: 12 s.
    expect(song.form.map((e) => entryLength(song, e))).to.deep.equal([
      { bars: 12, seconds: 24 },
      { bars: 2, seconds: 4 },
      { bars: 6, seconds: 12 },
    ]);
    expect(songLength(song)).to.deep.equal({ bars: 20, seconds: 40 });
    expect(unfold(song).map((p) => [p.firstBar, p.bars, p.tempo, p.meter.beats])).to.deep.equal([
      [0, 12, 120, 4],
      [12, 2, 90, 3],
      [14, 6, 120, 4],
    ]);
  });

  it('plays the last ending on the last pass of each playing, whatever its number', () => {
    const hits = (pass: number) => barsOnPass(verse(), pass)[3]!.hits.guitar1;
    expect([hits(1), hits(2), hits(3)]).to.deep.equal([null, null, 'O---X...']);
    expect(barsOnPass(verse(), 2)[1]!.chords[0]!.chord).to.equal('F');
    const again = unfold(song)[2]!.section;
    expect(again.bars).to.have.length(3);
    expect(barsOnPass(again, 2)[1]!.chords[0]!.chord).to.equal('F');
  });

  it('a section played once ends as the last time', () => {
    const once = songOf(TEXT.replace('== Verse == x3', '== Verse =='));
    expect(barsOnPass(unfold(once)[0]!.section, 1)[3]!.hits.guitar1).to.equal('O---X...');
  });

  it('leaves the last bars out on a pass, and counts without them', () => {
    const short = songOf(
      TEXT.replace('-- last pass: bar 4 --\nguitar1 hits | O---X... |', '-- last pass: bar 3-4 out --'),
    );
    const section = unfold(short)[0]!.section;
    expect([1, 2, 3].map((pass) => barsOnPass(section, pass).length)).to.deep.equal([4, 4, 2]);
    expect(entryLength(short, short.form[0]!).bars).to.equal(10);
    expect(songOf(writeChart(short))).to.deep.equal(short);
  });

  it('writes an edit on the last pass into the last ending, another into the section', () => {
    const change = (pass: number): Edit => ({
      kind: 'setHits',
      changes: [{ section: 'Verse', pass, times: 3, player: 'guitar1', bar: 3, hits: 'O-------' }],
    });
    const last = applyEdit(song, change(3)).sections[0]!;
    expect(last.variants[1]!.bars[0]!.hits!.guitar1).to.equal('O-------');
    expect(last.bars[3]!.hits.guitar1).to.equal(null);
    const first = applyEdit(song, change(1)).sections[0]!;
    expect(first.bars[3]!.hits.guitar1).to.equal('O-------');
    expect(first.variants[1]!.bars[0]!.hits!.guitar1).to.equal('O---X...');
  });

  it('gives a pass an own version, makes it stop short, and makes every time the same again', () => {
    const varied = applyEdit(song, { kind: 'vary', section: 'Turn', pass: 'last', fromBar: 1, bars: 1 });
    expect(varied.sections[1]!.variants).to.have.length(1);
    expect(songOf(writeChart(varied)), 'to text and back').to.deep.equal(varied);
    const short = applyEdit(song, { kind: 'leaveOut', section: 'Turn', pass: 'last', fromBar: 1 });
    expect(songLength(short).bars).to.equal(19);
    expect(applyEdit(short, { kind: 'unvary', section: 'Turn', pass: 'last' })).to.deep.equal(song);
    expect(() => applyEdit(song, { kind: 'leaveOut', section: 'Turn', pass: 'last', fromBar: 0 })).to.throw(
      RangeError,
    );
    expect(() => applyEdit(song, { kind: 'vary', section: 'Turn', pass: 1, fromBar: 9, bars: 1 })).to.throw(
      RangeError,
    );
  });

  it('changes the key from one entry on, and how an entry is played', () => {
    const up = applyEdit(song, { kind: 'setKeyFrom', entry: 1, key: 'Em' });
    expect(up.form.map((e) => e.key)).to.deep.equal([null, 'Em', 'Em']);
    expect(unfold(up)[2]!.shift).to.equal(2);
    const played = applyEdit(song, {
      kind: 'setPlaying',
      entry: 0,
      change: { times: 2, tempo: 96, feel: 'half', bars: 2 },
    });
    expect(played.form[0]).to.include({ times: 2, tempo: 96, feel: 'half', bars: 2 });
    const usual = applyEdit(played, {
      kind: 'setPlaying',
      entry: 0,
      change: { times: 3, tempo: null, feel: null, bars: null },
    });
    expect(usual).to.deep.equal(song);
  });

  it('reads a key from here on as the key of every later entry', () => {
    const text = TEXT.replace('== Turn == meter', '== Turn == key Em from here; meter');
    expect(songOf(text).form.map((e) => e.key)).to.deep.equal([null, 'Em', 'Em']);
  });

  it('cuts a section in two, what is held over the cut written out', () => {
    const plain = songOf(`title: Low Harbour
key: Dm
== Verse == x2
chords  | Dm | . | Bb | C |
guitar1 | 000232 | . | . | x355xx |
keep: Verse bar 4 rub guitar1 "meant"
`);
    const two = applyEdit(plain, { kind: 'cut', section: 'Verse', bar: 1, name: 'Verse 2' });
    expect(two.sections.map((s) => [s.name, s.bars.length])).to.deep.equal([
      ['Verse', 1],
      ['Verse 2', 3],
    ]);
    expect(two.form.map((e) => [e.section, e.times])).to.deep.equal([
      ['Verse', 1],
      ['Verse 2', 1],
      ['Verse', 1],
      ['Verse 2', 1],
    ]);
    expect(two.sections[1]!.bars[0]!.chords[0]!.chord).to.equal('Dm');
    expect(two.kept[0]).to.include({ section: 'Verse 2', bar: 3 });
    expect(songLength(two)).to.deep.equal(songLength(plain));
    expect(() => applyEdit(song, { kind: 'cut', section: 'Verse', bar: 2, name: 'V' })).to.throw('differs');
  });

  it('ties one player’s hits to another’s, bar by bar, until let go', () => {
    const tied = songOf(`title: Tied
key: Dm
== A == bass with guitar1
chords       | Dm | Bb |
guitar1      | 000232 | 888xxx |
guitar1 hits | O-M-X.5- | |
bass         | 0xxx | x1xx |
`);
    const bars = barsOnPass(unfold(tied)[0]!.section, 1);
    expect(bars.map((b) => b.hits.bass)).to.deep.equal(['O-M-X.O-', null]);
    expect(songOf(writeChart(tied))).to.deep.equal(tied);
    const free = applyEdit(tied, { kind: 'setHand', section: 'A', player: 'bass', hand: {} });
    expect(barsOnPass(unfold(free)[0]!.section, 1)[0]!.hits.bass).to.equal(null);
  });

  it('puts a line into a bar and takes it out again', () => {
    const line = songOf('title: x\nkey: Dm\n== A ==\nchords | Dm |\nguitar1 line | 5@4 h7@4 . 5@3 |\n')
      .sections[0]!.bars[0]!.lines!.guitar1!;
    const put = applyEdit(song, {
      kind: 'setLine',
      change: { section: 'Verse', pass: 1, player: 'guitar1', bar: 1, line },
    });
    const bar = put.sections[0]!.bars[1]!;
    expect(bar.cells.guitar1.map((c) => c.at)).to.deep.equal([0, 960, 2880]);
    expect(() =>
      applyEdit(put, {
        kind: 'setCells',
        changes: [
          {
            at: { section: 'Verse', pass: 1, player: 'guitar1', bar: 1, index: 0 },
            cell: { kind: 'open' },
          },
        ],
      }),
    ).to.throw('A line stands');
    const out = applyEdit(put, {
      kind: 'setLine',
      change: { section: 'Verse', pass: 1, player: 'guitar1', bar: 1, line: null },
    });
    expect(out.sections[0]!.bars[1]!.cells.guitar1.map((c) => c.cell.kind)).to.deep.equal(['open']);
    expect(out.sections[0]!.bars[1]).not.to.have.property('lines');
  });

  it('law: unfolding conserves bars and time, whatever the form', () => {
    fc.assert(
      fc.property(anySong, (any) => {
        const playings = unfold(any);
        let bars = 0;
        let seconds = 0;
        for (const p of playings) {
          expect(p.firstBar).to.equal(bars);
          for (let pass = 1; pass <= p.entry.times; pass += 1) {
            const played = barsOnPass(p.section, pass);
            expect(played.length).to.be.at.most(p.section.bars.length);
            bars += played.length;
            const upbeat = pass === 1 && p.section.pickup ? barTicks(p.meter) - p.section.pickup : 0;
            const ticks = played.length * barTicks(p.meter) - swungTick(upbeat, p.section.swing ?? null);
            seconds += (ticks * 60) / (960 * p.tempo);
          }
        }
        const whole = songLength(any);
        expect(whole.bars).to.equal(bars);
        expect(whole.seconds).to.be.closeTo(seconds, 1e-6);
      }),
      { seed: SEED, numRuns: 100 },
    );
  });

  it('law: an edit of one bar leaves every other bar as it is played', () => {
    const at = fc.record({
      pass: fc.integer({ min: 1, max: 3 }),
      bar: fc.nat(5),
      player: fc.constantFrom<Player>(...PLAYERS),
    });
    fc.assert(
      fc.property(anySong, at, (any, { pass, bar, player }) => {
        const [first] = unfold(any);
        const { times } = any.form[0]!;
        const written = first ? writtenBars(first.section, pass)[bar] : undefined;
        if (!first || pass > times || written === undefined) return;
        const edit: Edit = {
          kind: 'setHits',
          changes: [{ section: 'Verse', pass, times, player, bar, hits: 'OOOOOOOO' }],
        };
        const after = unfold(applyEdit(any, edit))[0]!.section;
        for (let n = 1; n <= times; n += 1) {
          barsOnPass(first.section, n).forEach((was, i) => {
            if (writtenBars(first.section, n)[i] !== written)
              expect(barsOnPass(after, n)[i]).to.deep.equal(was);
          });
        }
        const back = readSong(JSON.parse(JSON.stringify(saveSong(applyEdit(any, edit)))));
        expect(back.ok && back.value).to.deep.equal(applyEdit(any, edit));
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});

describe('chart text of the form', () => {
  for (const [from, to, expected] of [
    ['bars 1-3', 'bars 2-3', 'expected the first ones, like bars 1-4'],
    ['bars 1-3', 'bars 1-9', 'Verse has 4 bars'],
    ['swing 62%', 'swing 90%', 'is no swing'],
    ['meter 3/4', 'meter 3/5', 'is no meter'],
    ['tempo 90', 'tempo 900', 'is no tempo'],
    ['tempo 90', 'feel slow', 'is no feel'],
    ['tempo 90', 'bass with bass', 'cannot be followed'],
    ['tempo 90', 'guitar1 strokes up', 'are no strokes'],
    ['tempo 90', 'loud', 'is not understood'],
    ['last pass: bar 4 --', 'last pass: bar 1-4 out --', 'every bar is left out on this pass'],
    ['last pass: bar 4 --', 'last pass --', 'expected which pass and bars differ'],
    ['guitar1 hits | O---X... |', 'guitar1 line | 5@9 |', 'string 9 is not there'],
    [
      'guitar1      | 000232 | 888xxx | x355xx | x022xx |',
      'guitar1      | 000232 | 888xxx | x355xx | x022xx |\nguitar1 line | 5@4 | | | |',
      'plays a line in this bar',
    ],
    ['bars 1-3', 'bars 1-3; meter 3/4', 'expected its meter there'],
  ] as const) {
    it(`says what is wrong with ${to.replace(/\n/g, ' / ')}`, () => {
      const { problems, song } = readChart(TEXT.replace(from, to));
      expect(problems.map((p) => p.message).join('; ')).to.include(expected);
      expect(song.sections.length, 'what could be read is kept').to.equal(2);
    });
  }

  it('keeps everything a header says', () => {
    const song = songOf(TEXT);
    expect(song.sections[1]).to.deep.include({
      meter: { beats: 3, unit: 4 },
      swing: { percent: 62, unit: 8 },
    });
    expect(writeChart(song)).to.include('== Turn == tempo 90; meter 3/4; swing 62%');
    expect(writeChart(song)).to.include('-- last pass: bar 4 --');
    expect(writeChart(song)).to.include('== Verse == x2; bars 1-3');
    expect(songOf(writeChart(song))).to.deep.equal(song);
  });
});
