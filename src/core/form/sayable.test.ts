import { expect } from 'chai';
import fc from 'fast-check';
import { section as anySection, SOUNDS, SEED } from '../../../test/generators';
import { readChart, writeChart } from '../formats/index';
import { emptySong } from '../song/index';
import {
  OPEN,
  openBar,
  sayableSection,
  sectionNameTrouble,
  type Bar,
  type PlacedChord,
  type Section,
} from './index';

const BAR = 3840;
const chord = (at: number, text = 'Dm'): PlacedChord => ({ at, push: 0, chord: text });
const sectionOf = (bars: readonly Bar[], variants: Section['variants'] = []): Section => ({
  name: 'A',
  bars,
  variants,
  wishes: [],
});
const problemsOf = (section: Section) =>
  sayableSection(section, BAR).problems.map((p) => `${p.path}: ${p.message}`);

describe('what a chart can say of a section', () => {
  it('is the same object where it is said already', () => {
    const section = sectionOf([openBar([chord(0), chord(1920, 'G')]), openBar([chord(0)])]);
    expect(sayableSection(section, BAR).section).to.equal(section);
  });

  it('puts starts in order, begins with a chord and a cell, and gives each chord its choice', () => {
    const bar = { ...openBar([]), chords: [chord(2880, 'C'), chord(960)] };
    const { section, problems } = sayableSection(sectionOf([bar]), BAR);
    expect(problems).to.deep.equal([]);
    expect(section.bars[0]!.chords.map((c) => `${c.at} ${c.chord}`)).to.deep.equal([
      '0 N.C.',
      '960 Dm',
      '2880 C',
    ]);
    expect(section.bars[0]!.cells.bass.map((c) => c.at)).to.deep.equal([0, 960, 2880]);
  });

  it('writes out what goes on under other chords of a pass, so that nothing is opened', () => {
    const grip = { kind: 'rest', locked: true, guess: false } as const;
    const bar: Bar = {
      ...openBar([chord(0)]),
      cells: { ...openBar([chord(0)]).cells, bass: [{ at: 0, push: 0, cell: grip }] },
    };
    const { section } = sayableSection(
      sectionOf([bar, bar], [{ pass: 2, fromBar: 1, bars: [{ chords: [chord(0, 'A')] }] }]),
      BAR,
    );
    expect(section.variants[0]!.bars[0]!.cells!.bass![0]!.cell).to.equal(grip);
    expect(section.variants[0]!.bars[0]!.cells!.guitar1![0]!.cell).to.equal(OPEN);
  });

  it('cuts a pass into stretches that replace the same rows', () => {
    const bars = Array.from({ length: 4 }, () => openBar([chord(0)]));
    const { section } = sayableSection(
      sectionOf(bars, [
        {
          pass: 2,
          fromBar: 0,
          bars: [{ voice: '~~' }, {}, { hits: { bass: 'OOOOOOOO' } }, { hits: { bass: null } }],
        },
      ]),
      BAR,
    );
    expect(section.variants.map((v) => [v.fromBar, v.bars.length])).to.deep.equal([
      [0, 1],
      [2, 2],
    ]);
  });

  for (const [what, section, path, words] of [
    [
      'two cells at one tick',
      sectionOf([
        {
          ...openBar([chord(0)]),
          cells: { ...openBar([]).cells, bass: [0, 0].map((at) => ({ at, push: 0 as const, cell: OPEN })) },
        },
      ]),
      'bars[0].cells.bass',
      'start at tick 0',
    ],
    [
      'a start on no division',
      sectionOf([openBar([chord(0), chord(1001)])]),
      'bars[0].chords',
      'tick 1001 lies on no division',
    ],
    [
      'a voice that does not divide the bar',
      sectionOf([{ ...openBar([chord(0)]), voice: '~'.repeat(7) }]),
      'bars[0].voice',
      '7 voice marks',
    ],
    [
      'a pass with nothing left',
      sectionOf([openBar([chord(0)])], [{ pass: 2, fromBar: 0, bars: [{ out: true }] }]),
      'variants[0]',
      'every bar is left out',
    ],
    ['no bars', sectionOf([]), 'bars', 'without bars'],
  ] as const) {
    it(`names ${what}`, () => {
      const found = problemsOf(section);
      expect(
        found.some((p) => p.startsWith(`${path}: `) && p.includes(words)),
        found.join('; '),
      ).to.equal(true);
    });
  }

  it('names that a header would not give back', () => {
    for (const name of ['', ' ', ' A', 'A ', 'A == B', 'A\nB', 'A\u2028B'])
      expect(sectionNameTrouble(name), JSON.stringify(name)).to.be.a('string');
    for (const name of ['Verse', 'A = B', 'x2', '__proto__', 'A > B', 'Ä 1; x'])
      expect(sectionNameTrouble(name), name).to.equal(null);
  });

  it('law: what is sayable is written, and read back the same; saying it twice changes nothing', () => {
    fc.assert(
      fc.property(anySection('A'), (any) => {
        const { section, problems } = sayableSection({ ...any, meter: { beats: 4, unit: 4 } }, BAR);
        expect(problems).to.deep.equal([]);
        expect(sayableSection(section, BAR).section).to.equal(section);
        const empty = emptySong('Law');
        const song = {
          ...empty,
          players: { ...empty.players, guitar1: { ...empty.players.guitar1, sounds: SOUNDS } },
          sections: [section],
          form: [{ section: 'A', times: 3, plan: null, key: null }],
        };
        const again = readChart(writeChart(song));
        expect(again.problems).to.deep.equal([]);
        expect(again.song.sections).to.deep.equal([section]);
      }),
      { seed: SEED, numRuns: 80 },
    );
  });
});
