import { expect } from 'chai';
import fc from 'fast-check';
import { readChart, writeChart } from '../formats/index';
import { applyEdit, readSong, rigIn, saveSong, soundNameIn, type Song } from '../song/index';
import { formatNamedSound, formatSoundUse, parseNamedSound, parseSoundUse, TONES } from './index';

const SEED = 20_261_126;
const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
const TEXT = `title: Two Pedals
guitar1: gain 7; delay 1/8; sound clean = gain 1, delay off, less bass; sound lead = gain 6, delay 1/8., more middle
== Verse == x2; guitar1 sound clean; guitar2 gain 2
chords | Dm | Bb | C | Dm |
guitar1 | x577xx | x133xx | x355xx | x577xx |
guitar1 sound | | lead | lead, gain 9 | gain 4 |
-- pass 2: bar 2-3 --
guitar1 sound | | lead |
== Chorus ==
chords | F | C |
`;
const gainsOn = (s: Song, pass: number) => {
  const [section] = s.sections;
  const over = section!.variants.find((v) => v.pass === pass);
  return section!.bars.map((bar, i) => {
    const patch = over?.bars[i - over.fromBar];
    const sounds = patch?.sounds ? { ...bar.sounds, ...patch.sounds } : bar.sounds;
    return rigIn(s, 'guitar1', { section: section!, bar: sounds ? { sounds } : {} }).gain;
  });
};

describe('sounds', () => {
  it('are chosen per section, bar and pass', () => {
    const s = song(TEXT);
    const [verse, chorus] = s.sections;
    expect(gainsOn(s, 1)).to.deep.equal([1, 6, 9, 4]);
    expect(gainsOn(s, 2)).to.deep.equal([1, 1, 6, 4]);
    expect(rigIn(s, 'guitar1', { section: verse! }).delay).to.equal(null);
    expect(rigIn(s, 'guitar1', { section: chorus! })).to.equal(s.players.guitar1);
    expect(rigIn(s, 'guitar2', { section: verse! }).gain).to.equal(2);
    expect(soundNameIn('guitar1', { section: verse!, bar: verse!.bars[1]! })).to.equal('lead');
  });

  it('stay the same object where nothing changes, so that what is known of it stays known', () => {
    const s = song(TEXT);
    const [verse] = s.sections;
    expect(rigIn(s, 'guitar1', { section: verse! })).to.equal(rigIn(s, 'guitar1', { section: verse! }));
    expect(rigIn(s, 'bass', { section: verse! })).to.equal(s.players.bass);
  });

  it('are written as they are read, as text and as a file', () => {
    const s = song(TEXT);
    expect(readChart(writeChart(s)).song).to.deep.equal(s);
    const back = readSong(JSON.parse(JSON.stringify(saveSong(s))));
    expect(back.ok && back.value).to.deep.equal(s);
  });

  it('are renamed with their uses, and taken away with them', () => {
    const s = song(TEXT);
    const lead = s.players.guitar1.sounds![1]!;
    const renamed = applyEdit(s, {
      kind: 'setSound',
      player: 'guitar1',
      was: 'lead',
      sound: { ...lead, name: 'solo' },
    });
    expect(gainsOn(renamed, 1)).to.deep.equal([1, 6, 9, 4]);
    expect(writeChart(renamed)).to.not.include('lead');
    const gone = applyEdit(s, { kind: 'setSound', player: 'guitar1', was: 'clean', sound: null });
    expect(readChart(writeChart(gone)).problems).to.deep.equal([]);
    expect(gainsOn(gone, 1)[0]).to.equal(7);
  });

  it('are used by an edit in a section, a bar and on a pass', () => {
    const s = song(TEXT);
    const use = (bar: number | null, pass: number, gain: number) =>
      applyEdit(s, {
        kind: 'useSound',
        change: { section: 'Verse', pass, player: 'guitar1', bar, use: { gain } },
      });
    expect(gainsOn(use(null, 1, 3), 1)).to.deep.equal([3, 6, 9, 4]);
    expect(gainsOn(use(0, 1, 5), 1)).to.deep.equal([5, 6, 9, 4]);
    expect(gainsOn(use(2, 2, 8), 2)).to.deep.equal([1, 1, 8, 4]);
    expect(gainsOn(use(2, 2, 8), 1)).to.deep.equal([1, 6, 9, 4]);
  });

  const WRONG: readonly (readonly [line: string, says: RegExp])[] = [
    ['guitar1: sound clean = gain 11', /"11" is no gain; expected 0 \(clean\) to 10/],
    ['guitar1: sound clean', /says nothing of the sound; expected clean = gain 1/],
    ['guitar1: sound gain = gain 1', /cannot name a sound/],
    ['guitar1: sound clean = loud', /"loud" is nothing of a sound; expected gain, delay/],
    ['== A == guitar1 sound velvet', /guitar1 has no sound "velvet"; expected it among the settings/],
    ['== A == guitar1 gain 12', /"12" is no gain/],
    ['== A == guitar1 sound', /says nothing; expected guitar1 sound clean/],
  ];
  for (const [line, says] of WRONG) {
    it(`says what is wrong with ${line}`, () => {
      const header = line.startsWith('==') ? line : `${line}\n== A ==`;
      const { problems } = readChart(`${header}\nchords | Dm |\n`);
      expect(problems).to.have.length(1);
      expect(problems[0]!.message).to.match(says);
    });
  }

  it('says an unknown sound of a bar at its place, and of a file by its path', () => {
    const { problems } = readChart('== A ==\nchords | Dm | C |\nguitar1 sound | | velvet |\n');
    expect(problems).to.have.length(1);
    expect([problems[0]!.line, problems[0]!.column]).to.deep.equal([3, 19]);
    const saved = saveSong(song(TEXT)) as unknown as { song: { sections: { sounds: object }[] } };
    saved.song.sections[0]!.sounds = { guitar1: 'velvet' };
    const read = readSong(saved);
    expect(!read.ok && read.error.map((p) => p.path)).to.deep.equal(['song.sections[0].sounds.guitar1']);
  });

  it('law: written and read back the same', () => {
    const delay = fc.constantFrom(undefined, null, { kind: 'ticks' as const, ticks: 720 });
    const gain = fc.option(fc.double({ min: 0, max: 10, noNaN: true }), { nil: undefined });
    const tone = fc.uniqueArray(
      fc.record({ way: fc.constantFrom('more' as const, 'less' as const), tone: fc.constantFrom(...TONES) }),
      { selector: (t) => t.tone, maxLength: 3 },
    );
    const known = <T extends object>(all: T) =>
      Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined));
    fc.assert(
      fc.property(gain, delay, tone, (g, d, t) => {
        const named = known({ name: 'big lead', gain: g, delay: d, tone: t.length > 0 ? t : undefined });
        const read = parseNamedSound(formatNamedSound(named as never));
        expect(read.ok && read.value).to.deep.equal(named);
        const use = known({ sound: 'big lead', gain: g, delay: d });
        const again = parseSoundUse(formatSoundUse(use));
        expect(again.ok && again.value).to.deep.equal(use);
      }),
      { seed: SEED },
    );
  });
});
