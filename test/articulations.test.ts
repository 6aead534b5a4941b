import { expect } from 'chai';
import { timelineFrom } from './timeline';
import { songFindings } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { noteName } from '../src/core/pitch/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import { readSong, saveSong, songKey, type Song } from '../src/core/song/index';

interface Case {
  readonly rows: string;
  /** `beat pitches kind` of every stroke, the beat from 1; `/` how long in beats where it matters. */
  readonly heard: readonly string[];
  /** What stands in the text tab. */
  readonly tab: readonly string[];
  readonly player?: 'guitar1' | 'bass';
}

function songOf(rows: string): Song {
  const { song, problems } = readChart(`title: One bar\nkey: A\ntempo: 60\n== Part ==\n${rows}\n`);
  expect(problems).to.deep.equal([]);
  return song;
}

function heardIn(song: Song, player: 'guitar1' | 'bass'): readonly string[] {
  const { strokes } = timelineFrom(song, { playing: 0, pass: 1, moment: 0 });
  return strokes
    .filter((s) => s.player === player)
    .map((s) => {
      const beat = Math.round((s.at + 1) * 100) / 100;
      const pitches = s.pitches.map((p) => noteName(p, songKey(song))).join('+') || '-';
      return `${beat} ${pitches} ${s.kind}${s.weak ? ' weak' : ''}/${Math.round(s.seconds * 100) / 100}`;
    });
}

/** What each mark of a part sounds like and how the text tab says it (common practice of the instruments). */
const CASES: Readonly<Record<string, Case>> = {
  'the bass string, then the upper three': {
    rows: 'chords | Am |\nguitar1 | x02210 |\nguitar1 hits | 5-[432]- 5-[432]- |',
    heard: ['1 A2 ring/2', '2 E3+A3+C4 ring/2', '3 A2 ring/2', '4 E3+A3+C4 ring/1'],
    tab: ['B |---1----1--|', 'A |-0----0----|'],
  },
  'the low string muted while the thin ones ring': {
    rows: 'chords | Em |\nguitar1 | 022000 |\nguitar1 hits | [6M321]-6-[6M]-[321]- |',
    heard: ['1 E2 mute/0.5', '1 G3+B3+E4 ring/3', '2 E2 ring/1', '3 E2 mute/0.5', '4 G3+B3+E4 ring/1'],
    tab: ['B |-0------0--|', 'E |-0-', ' M6 M '],
  },
  'slapped and popped': {
    rows: 'chords | A |\nbass | x0x2 |\nbass hits | [3S]-[1P]-[3S]-[1P]- |',
    heard: ['1 A1 ring/2', '2 A2 ring/2', '3 A1 ring/2', '4 A2 ring/1'],
    tab: ['G |---2----2--|', 'A |-0----0----|', 'S P S P'],
    player: 'bass',
  },
  'a rake into the chord and a scrape': {
    rows: 'chords | E5 |\nguitar1 | 022xxx |\nguitar1 hits | R.O---Z. |',
    heard: ['1 - dead/0', '2 E2+B2+E3 ring/2', '4 - dead/0'],
    tab: ['A |-x---2--x---|', 'R r Z r'],
  },
  'a slid power chord': {
    rows: 'chords | A5 B5 |\nguitar1 | 577xxx s799xxx |\nguitar1 hits | O------- |',
    heard: ['1 A2+E3+A3 ring/2', '3 B2+F#3+B3 ring weak/2'],
    tab: ['/9', '/7'],
  },
  'hammered and pulled inner notes of a held chord': {
    rows: 'chords | A . . . |\nguitar1 | x02200 hx02230 px02220 px02200 |\nguitar1 hits | O------- |',
    heard: [
      '1 A2+E3+A3+B3+E4 ring/1',
      '2 A2+E3+A3+D4+E4 ring weak/1',
      '3 A2+E3+A3+C#4+E4 ring weak/1',
      '4 A2+E3+A3+B3+E4 ring weak/1',
    ],
    tab: ['h3', 'p2', 'p0'],
  },
  'in from below and off into nothing': {
    rows: 'chords | A5 |\nguitar1 | su577xxx . 577xxxsd . |',
    heard: ['1 A2+E3+A3 ring/2', '3 A2+E3+A3 ring/2'],
    tab: ['/5', '5\\'],
  },
  'a bar that is grips first and then a lick': {
    rows: 'chords | A5 |\nguitar1 | 577xxx |\nguitar1 hits | O-MM---- |\nguitar1 line | . . . . 5@4 h7@4 5@3 7@3~ |',
    heard: [
      '1 A2+E3+A3 ring/1',
      '2 A2+E3+A3 mute/0.5',
      '2.5 A2+E3+A3 mute/0.5',
      '3 G3 ring/0.5',
      '3.5 A3 ring weak/0.5',
      '4 C4 ring/0.5',
      '4.5 D4 ring/0.5',
    ],
    tab: ['h7', '7~'],
  },
  'a lick and then the chord': {
    rows: 'chords | A |\nguitar1 | . . x02220 . |\nguitar1 line | 0@5 2@5 h4@5 . . . . . |',
    heard: ['1 A2 ring/0.5', '1.5 B2 ring/0.5', '2 C#3 ring weak/1', '3 A2+E3+A3+C#4+E4 ring/2'],
    tab: ['h4'],
  },
  'chords and dead strums in a line': {
    rows: 'chords | A5 |\nguitar1 line | 577xxx s799xxxm X Xw^ 577xxx . s799xxx . |',
    heard: [
      '1 A2+E3+A3 ring/0.5',
      '1.5 B2+F#3+B3 mute weak/0.5',
      '2 - dead/0',
      '2.5 - dead weak/0',
      '3 A2+E3+A3 ring/1',
      '4 B2+F#3+B3 ring weak/1',
    ],
    tab: ['/9', 'x'],
  },
  'a grace note and a bend before the stroke': {
    rows: 'chords | A5 |\nguitar1 line | (5)h7@3 . 9@3pb1r . su7@4 . 7@4~sd . |',
    heard: ['1 D4 ring/1', '2 F#4 ring/1', '3 A3 ring/1', '4 A3 ring/1'],
    tab: ['(5)h7', '9pb1r', '/7', '7~\\'],
  },
  'a tapped run': {
    rows: 'chords | Am |\nguitar1 line | 5@2 . t12@2 p5@2 p0@2 . t12@2 p5@2 |',
    heard: [
      '1 E4 ring/1',
      '2 B4 ring/0.5',
      '2.5 E4 ring weak/0.5',
      '3 B3 ring weak/1',
      '4 B4 ring/0.5',
      '4.5 E4 ring weak/0.5',
    ],
    tab: ['t12', 'p5', 'p0'],
  },
  'triplets in a straight bar': {
    rows: 'chords | A5 |\nguitar1 | 577xxx |\nguitar1 hits | O-O-O-{MMM} |',
    heard: [
      '1 A2+E3+A3 ring/1',
      '2 A2+E3+A3 ring/1',
      '3 A2+E3+A3 ring/1',
      '4 A2+E3+A3 mute/0.33',
      '4.33 A2+E3+A3 mute/0.33',
      '4.67 A2+E3+A3 mute/0.33',
    ],
    tab: ['D |-7-7--7-7-7-7-|', ' M M M'],
  },
};

describe('articulations, from the chart to the findings, the tab and the ear', () => {
  for (const [name, { rows, heard, tab, player = 'guitar1' }] of Object.entries(CASES)) {
    it(name, () => {
      const song = songOf(rows);
      expect(heardIn(song, player)).to.deep.equal(heard);
      const hand = songFindings(song).filter((f) => ['reach', 'range', 'empty-string'].includes(f.kind));
      expect(hand.map((f) => f.text)).to.deep.equal([]);
      const text = sheetText(sheetOf(song, player));
      for (const mark of tab) expect(text.replace(/ +/g, ' ')).to.include(mark.replace(/ +/g, ' ').trim());
      const read = readSong(JSON.parse(JSON.stringify(saveSong(song))));
      expect(read.ok && read.value).to.deep.equal(song);
      const written = writeChart(song);
      expect(readChart(written)).to.deep.equal({ song, problems: [], questions: [] });
      expect(writeChart(readChart(written).song)).to.equal(written);
    });
  }

  for (const [name, rows, expected] of [
    [
      'a slide from nothing',
      'chords | A5 |\nguitar1 | . s577xxx |'.replace('. s', 'r s'),
      'nothing sounds before 577xxx to slide from',
    ],
    [
      'a hammer-on that goes down',
      'chords | A |\nguitar1 | x02230 hx02220 |',
      'is no hammer-on, which goes up',
    ],
    ['a pull-off that goes up', 'chords | A |\nguitar1 line | x02200 . px02230 . |', 'a pull-off goes down'],
    [
      'a chord in a line too wide for a hand',
      'chords | A |\nguitar1 line | 1x9x5x . . . |',
      'cannot be held',
    ],
    [
      'a string the grip does not hold, in a group',
      'chords | A5 |\nguitar1 | 577xxx |\nguitar1 hits | [21]------- |',
      'picks string 2 and 1',
    ],
  ] as const) {
    it(`${name} is said`, () => {
      const texts = songFindings(songOf(rows)).map((f) => f.text);
      expect(texts.join('\n')).to.include(expected);
    });
  }
});
