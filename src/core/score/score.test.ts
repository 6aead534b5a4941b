import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { barsOnPass, PLAYERS, type Player } from '../form/index';
import { readChart } from '../formats/index';
import { strikesOf, unfold, type Song } from '../song/index';
import { barTicks, parseMeter, type Meter } from '../time/index';
import { flowOf, measuresOf, playedBars, playedStrokes, rhythmOf, ticksOf, writtenOut } from './index';

const meter = (text: string): Meter => {
  const read = parseMeter(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};

/** "4 8. 8t": values of a bar of strokes that begin at these ticks and last to the next one. */
function values(starts: readonly number[], text: string): string {
  const bar = meter(text);
  const end = barTicks(bar);
  const stretches = starts.map((at, i) => ({ at, ticks: (starts[i + 1] ?? end) - at, rest: false }));
  const { written, groups } = rhythmOf(stretches, bar);
  return written
    .map((w) => {
      const group = w.group === null ? '' : `(${groups[w.group]!.actual}:${groups[w.group]!.normal})`;
      return `${w.first ? '' : '~'}${w.base}${'.'.repeat(w.dots)}${group}`;
    })
    .join(' ');
}

/** How bars are written (common practice: beats are seen, the middle of a bar of four is seen, threes are groups). */
const BARS: readonly (readonly [string, string, readonly number[], string])[] = [
  ['a whole bar', '4/4', [0], '1'],
  ['quarters', '4/4', [0, 960, 1920, 2880], '4 4 4 4'],
  ['a dotted quarter and an eighth', '4/4', [0, 1440, 1920], '4. 8 2'],
  ['three, three, two', '4/4', [0, 1440, 2880], '4. 8 ~4 4'],
  ['off the beat, over the middle', '4/4', [0, 480, 1440, 2400], '8 4 8 ~8 4.'],
  ['from the second beat on', '4/4', [0, 960], '4 2.'],
  ['sixteenths with one in between', '2/4', [0, 240, 720, 960], '16 8 16 4'],
  ['a triplet', '4/4', [0, 320, 640, 960, 1920], '8(3:2) 8(3:2) 8(3:2) 4 2'],
  ['a triplet with two of its notes tied', '2/4', [0, 640, 960], '4(3:2) 8(3:2) 4'],
  ['three quarters in the time of two', '4/4', [0, 640, 1280, 1920], '4(3:2) 4(3:2) 4(3:2) 2'],
  ['five in a beat', '2/4', [0, 192, 384, 576, 768, 960], '16(5:4) 16(5:4) 16(5:4) 16(5:4) 16(5:4) 4'],
  ['eighths of six', '6/8', [0, 480, 960, 1440, 1920, 2400], '8 8 8 8 8 8'],
  ['two dotted beats', '6/8', [0, 1440], '4. 4.'],
  ['a bar of six', '6/8', [0], '2.'],
  ['over the middle of six', '6/8', [0, 960, 1920], '4 8 ~8 4'],
  ['two in the time of three', '6/8', [0, 720, 1440], '8. 8. 4.'],
  ['threes within an eighth', '2/2', [0, 160, 320, 480, 1920], '16(3:2) 16(3:2) 16(3:2) 4. 2'],
  ['seven eighths', '7/8', [0, 960, 1920], '4 4 4.'],
  ['three quarters', '3/4', [0], '2.'],
  ['five quarters', '5/4', [0, 2880], '2. 2'],
];

const TEXT = `title: Under Glass
key: Em
tempo: 100
== A == x2
chords       | Em | G . <C . |
guitar1      | 022000 | 355433 . <x32010 . |
guitar1 hits | 6-[321]-6-[321]- | O---M---X---O--- |
bass line    | 0@4 3@4 5@4b1 r | 2@3 s4@3 h5@3 7@3sd |
-- pass 2: bar 2 --
guitar1 hits | O------- |

== B ==
chords       | <Am | Em |
guitar1      | <x02210 | r |
`;

describe('score', () => {
  for (const [name, bar, starts, written] of BARS)
    it(`writes ${name} in ${bar}`, () => expect(values(starts, bar)).to.equal(written));

  it('writes every string until it is struck again, pushes over the bar line, and what the hand slurs', () => {
    const song = readChart(TEXT).song;
    const text = (player: Player) =>
      measuresOf(song, player).map(({ notes }) =>
        notes
          .map(({ stroke, tiedFrom, base, dots }) => {
            const frets =
              stroke?.notes.map((n) => `${n.reached?.[0] ?? ''}${n.fret ?? 'x'}`).join('+') ?? 'r';
            return `${tiedFrom ? '~' : ''}${frets}:${base}${'.'.repeat(dots)}`;
          })
          .join(' '),
      );
    expect(text('guitar1')).to.deep.equal([
      '0:4 0+0+0:4 0:4 0+0+0:4',
      '3+5+5+4+3+3:4 3+5+5+4+3+3:4 x+x+x+x+x:8 r:8 3+2+0+1+0:4',
      '0:4 0+0+0:4 0:4 0+0+0:4',
      '3+5+5+4+3+3:2 ~3+5+5+4+3+3:4. 0+2+2+1+0:8',
      '~0+2+2+1+0:1',
      'r:1',
    ]);
    expect(text('bass').slice(0, 2)).to.deep.equal(['0:4 3:4 5:4 r:4', '2:4 s4:4 h5:4 7:4']);
    const [first] = playedStrokes(song, 'guitar1');
    // String 6 rings through the strokes of the others until it is struck again.
    expect(first!.notes[0]!.end).to.equal(1920);
    expect(first!.until).to.equal(960);
  });

  it('gives what comes early into the first bar a bar of its own', () => {
    const song = readChart('title: x\n== A ==\nchords | <Am |\nguitar1 | <x02210 |\n').song;
    expect(
      playedBars(song).map(({ number, start, ticks, skipped }) => [number, start, ticks, skipped]),
    ).to.deep.equal([
      [0, -480, 480, 3360],
      [1, 0, 3840, 0],
    ]);
    expect(measuresOf(song, 'bass').map((m) => m.notes.map((n) => n.stroke))).to.deep.equal([[null], [null]]);
  });

  it('law: of any song every bar is full, its values add up, and what goes on is tied on', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom(...PLAYERS), (song, player) => {
        let open = false;
        for (const { bar, notes, groups } of measuresOf(song, player)) {
          let at = bar.skipped;
          for (const note of notes) {
            expect(note.at).to.be.closeTo(at, 1);
            const group = note.group === null ? null : groups[note.group]!;
            const share = group === null ? 1 : group.normal / group.actual;
            expect(ticksOf(note) * share).to.be.closeTo(note.ticks, 1);
            if (note.stroke) expect(note.tiedFrom).to.equal(open || !note.first);
            open = note.tiedTo;
            at += note.ticks;
          }
          expect(at).to.be.closeTo(bar.skipped + bar.ticks, 1);
        }
      }),
      { seed: SEED, numRuns: 80 },
    );
  });

  it('law: what is written is what is struck, at its time, on its strings and frets', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom(...PLAYERS), (song, player) => {
        const said = playedStrokes(song, player).map(
          (s) => `${Math.round(s.at)} ${s.notes.map((n) => n.string).join(' ')}`,
        );
        const heard = struckIn(song, player);
        for (const [at, strings] of heard) {
          const found = said.find((text) => text.startsWith(`${Math.round(at)} `));
          expect(found, `${at}`).to.not.equal(undefined);
          for (const s of strings) expect(found!.split(' ').slice(1)).to.include(String(s));
        }
        expect(new Set(said.map((t) => t.split(' ')[0])).size).to.equal(
          new Set(heard.map(([at]) => Math.round(at))).size,
        );
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it('law: repeats and endings, played as they are written, are the bars that are played', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const bars = playedBars(song);
        const same = (i: number) => `${bars[i]!.number} ${JSON.stringify(bars[i]!.source)}`;
        for (const flow of [flowOf(bars, same), writtenOut(bars)]) {
          const played = flow.flatMap(({ blocks }) =>
            blocks.flatMap(({ passes, bars: body, endings }) =>
              passes.flatMap((pass) => [
                ...body,
                ...(endings.find((ending) => ending.passes.includes(pass))?.bars ?? []),
              ]),
            ),
          );
          expect(played.map(same)).to.deep.equal(bars.map((_, i) => same(i)));
        }
      }),
      { seed: SEED, numRuns: 80 },
    );
  });
});

/** When and on which strings a player strikes or slurs something, from the strokes that are judged. */
function struckIn(song: Song, player: Player): readonly (readonly [number, readonly number[]])[] {
  const list: [number, readonly number[]][] = [];
  for (const bar of playedBars(song)) {
    if (bar.bar !== 0 || bar.source === null) continue;
    const playing = unfold(song)[bar.playing.index]!;
    for (const strike of strikesOf(barsOnPass(playing.section, bar.pass), bar.meter)[player]) {
      if (strike.at < bar.skipped && strike.nominal < bar.skipped) continue;
      const strings = strike.step
        ? strike.step.notes.map((n) => n.string)
        : strike.slur !== null
          ? []
          : strike.grip.flatMap((fret, s) =>
              fret !== null && (strike.strings === null || strike.strings.includes(strike.grip.length - s))
                ? [s]
                : [],
            );
      if (strings.length > 0 || strike.slur !== null)
        list.push([bar.start - bar.skipped + strike.at, strings]);
    }
  }
  return list;
}
