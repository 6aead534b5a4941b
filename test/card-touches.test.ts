import { expect } from 'chai';
import fc from 'fast-check';
import { readChart, withMeter, withSectionMeter, writeChart } from '../src/core/formats/index';
import { applyEdit, emptySong, type Edit, type Song } from '../src/core/song/index';
import { barTicks } from '../src/core/time/index';
import {
  afterPut,
  barOf,
  blankAfter,
  chordAt,
  dropChord,
  guessChord,
  meterAt,
  moveEdges,
  newSection,
  pushChord,
  putChord,
  rootsOf,
  sectionOf,
  splitChord,
  typeBars,
  unitOf,
  withBass,
  withKind,
  withRoot,
  type Spot,
} from '../src/screens/chart/cards/touches';
import { chordText, SEED, song as anySong } from './generators';
import { usually } from './usual';

interface Touch {
  readonly what: number;
  readonly entry: number;
  readonly bar: number;
  readonly chord: number;
  readonly n: number;
  readonly symbol: string;
}

const touch: fc.Arbitrary<Touch> = fc.record({
  what: fc.nat(99),
  entry: fc.nat(9),
  bar: fc.nat(9),
  chord: fc.nat(4),
  n: fc.nat(999),
  symbol: chordText,
});

const TYPED = [
  'Dm',
  'Dm . Bb .',
  'Dm Bb',
  '| Am | F |',
  'am f',
  '<G',
  'C~',
  '%',
  'I V vi IV x2',
  'Hq',
  '| Em / / D |',
];

/** The edit a touch comes to; null where there is nothing to touch so. */
function editOf(song: Song, { what, entry, bar, chord, n, symbol }: Touch): Edit | null {
  if (song.form.length === 0) return newSection(song, 'Verse', 0);
  const at = entry % song.form.length;
  const section = sectionOf(song, { entry: at })!;
  const spot: Spot = { entry: at, bar: bar % (section.bars.length + 1), chord };
  const here: Spot = { ...spot, bar: bar % section.bars.length, chord: chord % 2 };
  const typed = () => {
    const read = typeBars(song, n % 3 ? here : spot, TYPED[n % TYPED.length]!);
    return 'edit' in read ? read.edit : null;
  };
  const kinds: readonly (() => Edit | null)[] = [
    () => putChord(song, spot, symbol),
    () => {
      const now = chordAt(song, spot);
      const other =
        now && [withKind(now.chord, 'm7'), withBass(now.chord, 'E'), withRoot(now.chord, 'Ab')][n % 3]!;
      return now && putChord(song, now.spot, other!);
    },
    () => splitChord(song, here)?.edit ?? null,
    () => dropChord(song, here),
    () => {
      const count = barOf(song, here)?.chords.length ?? 0;
      const unit = unitOf(meterAt(song, here));
      const units = barTicks(meterAt(song, here)) / unit;
      if (count < 2 || count > units) return null;
      return moveEdges(
        song,
        here,
        Array.from({ length: count - 1 }, (_, i) => (i + 1 + (n % (units - count + 1))) * unit),
      );
    },
    () => pushChord(song, here, n % 2 ? 480 : 0),
    () => guessChord(song, here, n % 2 === 0),
    typed,
    typed,
    () =>
      song.form.length > 6 ? null : newSection(song, n % 2 ? 'Chorus' : 'Verse', n % (song.form.length + 1)),
  ];
  return kinds[what % kinds.length]!();
}

function expectSaid(song: Song, edit: unknown): void {
  const text = writeChart(song);
  const { problems, song: read } = readChart(text);
  expect(problems, `${JSON.stringify(edit)}\n${text}`).to.deep.equal([]);
  expect(read, `${JSON.stringify(edit)}\n${text}`).to.deep.equal(song);
}

const verse = (rows = 'chords | Dm | Bb . F . |') =>
  readChart(`title: Slate Roof\nkey: Dm\n== Verse ==\n${rows}\n== Verse ==\n`).song;
const chords = (song: Song, bar: number) => barOf(song, { entry: 0, bar })!.chords.map((c) => c.chord);

describe('touches of the cards', () => {
  it('put a chord in place of another, and behind the last bar as a bar of its own', () => {
    const song = verse();
    const put = applyEdit(song, putChord(song, { entry: 0, bar: 1, chord: 1 }, 'Gm'));
    expect(chords(put, 1)).to.deep.equal(['Bb', 'Gm']);
    const behind: Spot = { entry: 0, bar: 2, chord: 0 };
    const more = applyEdit(put, putChord(put, behind, 'A7'));
    expect(more.sections[0]!.bars).to.have.length(3);
    expect(afterPut(put, behind)).to.deep.equal({ entry: 0, bar: 3, chord: 0 });
  });

  it('fill a section that has no chords yet', () => {
    const start = applyEdit(emptySong('New'), newSection(emptySong('New'), 'Verse', 0));
    expect(blankAfter(start, 0)).to.equal(0);
    const one = applyEdit(start, putChord(start, { entry: 0, bar: 1, chord: 0 }, 'Em'));
    expect([one.sections[0]!.bars.length, chords(one, 0)]).to.deep.equal([1, ['Em']]);
    const typed = typeBars(start, { entry: 0, bar: 1, chord: 0 }, 'Em C G D x2');
    expect(
      'edit' in typed && applyEdit(start, typed.edit).sections[0]!.bars.map((b) => b.chords[0]!.chord),
    ).to.deep.equal(['Em', 'C', 'G', 'D', 'Em', 'C', 'G', 'D']);
  });

  it('divide a bar, move the edge by an eighth, and take the chord away', () => {
    const song = verse();
    const two = splitChord(song, { entry: 0, bar: 0, chord: 0 })!;
    const divided = applyEdit(song, two.edit);
    expect(barOf(divided, { entry: 0, bar: 0 })!.chords.map((c) => c.at)).to.deep.equal([0, 1920]);
    const moved = applyEdit(divided, moveEdges(divided, { entry: 0, bar: 0, chord: 1 }, [3360])!);
    expect(barOf(moved, { entry: 0, bar: 0 })!.chords.map((c) => c.at)).to.deep.equal([0, 3360]);
    const gone = applyEdit(moved, dropChord(moved, { entry: 0, bar: 0, chord: 0 })!);
    expect(barOf(gone, { entry: 0, bar: 0 })!.chords.map((c) => c.at)).to.deep.equal([0]);
  });

  it('change a playing that comes back alone', () => {
    const song = verse();
    const next = applyEdit(song, putChord(song, { entry: 1, bar: 0, chord: 0 }, 'Gm'));
    expect(chords(next, 0)).to.deep.equal(['Dm']);
    expect(next.form[1]!.variants).to.have.length(1);
    expectSaid(next, 'Gm');
  });

  it('say what of a typed bar is no chord', () => {
    const read = typeBars(verse(), { entry: 0, bar: 0, chord: 0 }, 'Dm Hq');
    expect('problem' in read && read.problem).to.match(/Hq.*no chord/);
  });

  it('keep kind and bass where they belong', () => {
    expect([
      withKind('Dm/F', '7'),
      withBass('Dm7', 'C'),
      withBass('Dm/F', null),
      withRoot('Dm7/C', 'Eb'),
    ]).to.deep.equal(['D7/F', 'Dm7/C', 'Dm', 'Ebm7']);
    expect(rootsOf({ text: 'F', tonic: 'F', mode: 'major' })[5]).to.equal('Bb');
  });

  it('give the song another metre where all of it fits, and say why not', () => {
    const song = verse('chords | Dm | Bb F |');
    const three = withMeter(song, { beats: 6, unit: 8 });
    expect(three.ok && three.value.meter).to.deep.equal({ beats: 6, unit: 8 });
    const { song: early } = readChart('title: Slate Roof\n== Verse == pickup 3/4\nchords | Dm |\n');
    const refused = withMeter(early, { beats: 2, unit: 4 });
    expect(!refused.ok && refused.error).to.match(/in 2\/4 not everything written fits.*pick-up/);
  });

  it('give one section a metre of its own, and take it back', () => {
    const song = verse('chords | Dm | Bb F |');
    const three = withSectionMeter(song, 'Verse', { beats: 3, unit: 4 });
    if (!three.ok) throw new Error(three.error);
    expect(three.value.sections[0]!.meter).to.deep.equal({ beats: 3, unit: 4 });
    expect(three.value.meter).to.deep.equal(song.meter);
    expectSaid(three.value, '3/4');
    const back = withSectionMeter(three.value, 'Verse', null);
    expect(back.ok && back.value).to.deep.equal(song);
    const swung = readChart('== Verse == x2; swing 62%\nchords | Dm |\n').song;
    const other = withSectionMeter(swung, 'Verse', { beats: 7, unit: 4 });
    expect(other.ok && writeChart(other.value)).to.include('== Verse == x2; meter 7/4; swing 62%');
  });

  it('law: every touch leaves a song whose text reads back the same', () => {
    let done = 0;
    fc.assert(
      fc.property(anySong, fc.array(touch, { minLength: 1, maxLength: 6 }), (start, touches) => {
        let song = start;
        for (const one of touches) {
          const edit = editOf(song, one);
          if (edit === null) continue;
          done += 1;
          song = applyEdit(song, edit);
          expectSaid(song, edit);
        }
      }),
      { seed: SEED, numRuns: usually(150) },
    );
    expect(done, 'touches that had a place').to.be.greaterThan(usually(300));
  }).timeout(60_000);
});
