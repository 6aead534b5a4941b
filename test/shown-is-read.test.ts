import { expect } from 'chai';
import fc from 'fast-check';
import { PLAYER_WORDS, PLAYERS } from '../src/core/form/index';
import { readChart, readTyped } from '../src/core/formats/index';
import { defaultBass, defaultGuitar, parseTuning, retuned, tuningWords } from '../src/core/instrument/index';
import { ALL_KEYS, degreesOfKey, parseChord, parseKey, parseRange, pretty } from '../src/core/pitch/index';
import { formatMeter, parseMeter } from '../src/core/time/index';
import { DOWNS, KEYS, METERS, tuningsOf, VOICES } from '../src/screens/ground/named-lists';
import { chordText, SEED } from './generators';

const chart = (head: string, rows = 'chords | Dm | Bb |') => readChart(`${head}\n== Verse ==\n${rows}\n`);

describe('what the program shows, it reads', () => {
  it('keys as lists and headers have them', () => {
    for (const key of ALL_KEYS) {
      for (const shown of [pretty(key.text), `${pretty(key.tonic)} ${key.mode}`]) {
        expect(parseKey(shown), shown).to.deep.equal({ ok: true, value: key });
        expect(chart(`key: ${shown}`).song.key, shown).to.equal(key.text);
      }
    }
    for (const { name, value } of KEYS) expect(chart(`Key: ${name}`).song.key).to.equal(value);
  });

  it('law: chords with their signs', () => {
    fc.assert(
      fc.property(chordText, (symbol) => {
        const shown = pretty(symbol);
        const { song, problems } = chart('key: C', `chords | ${shown} |`);
        expect(problems).to.deep.equal([]);
        const [was, now] = [parseChord(symbol), parseChord(song.sections[0]!.bars[0]!.chords[0]!.chord)];
        expect(was.ok && now.ok && now.value.tones.map((t) => t.pc)).to.deep.equal(
          was.ok && was.value.tones.map((t) => t.pc),
        );
      }),
      { seed: SEED, numRuns: 200 },
    );
  });

  it('tunings as the lists, the header and the sheets name them', () => {
    for (const start of [defaultGuitar(6), defaultBass()]) {
      for (const { name, value } of tuningsOf(start.kind)) {
        const instrument = { ...start, tuning: value };
        for (const shown of [name, pretty(tuningWords(instrument))]) {
          const read = parseTuning(shown, start.kind);
          expect(read.ok && read.value, shown).to.deep.equal(value);
          const who = start.kind === 'bass' ? 'Bass' : 'Guitar 1';
          const { song, problems } = chart(`${who}: ${shown}`);
          expect(problems, shown).to.deep.equal([]);
          expect(song.players[start.kind === 'bass' ? 'bass' : 'guitar1'].tuning, shown).to.deep.equal(value);
        }
      }
      for (let by = -5; by <= 5; by += 1) {
        const instrument = retuned(start, by);
        const read = parseTuning(tuningWords(instrument), start.kind);
        expect(read.ok && read.value, tuningWords(instrument)).to.have.length(start.tuning.length);
        const again = read.ok ? tuningWords({ ...start, tuning: read.value }) : '';
        expect(again).to.equal(tuningWords(instrument));
      }
    }
    const five = { ...defaultBass(), tuning: ['Bb0', 'Eb1', 'Ab1', 'Db2', 'Gb2'] };
    expect(tuningWords(five)).to.equal('five-string, a semitone down');
    const read = parseTuning('five-string, a semitone down', 'bass');
    expect(read.ok && read.value).to.deep.equal(five.tuning);
  });

  it('players, metres and voices by their names', () => {
    for (const player of PLAYERS) {
      const { song, problems } = chart(
        `${PLAYER_WORDS[player]}: gain 8`,
        `Chords | Dm | Bb |\n${PLAYER_WORDS[player]} | r | r |\n${PLAYER_WORDS[player]} Hits | O------- | |`,
      );
      expect(problems, player).to.deep.equal([]);
      expect(song.players[player].gain).to.equal(8);
      expect(song.sections[0]!.bars[0]!.hits[player]).to.equal('O-------');
    }
    for (const { name, value } of METERS) {
      const read = parseMeter(name);
      expect(read.ok && formatMeter(read.value)).to.equal(formatMeter(value));
    }
    for (const { name, value } of VOICES) {
      if (value === null) continue;
      const range = /\w+ to \w+$/.exec(name)![0];
      expect(parseRange(range), name).to.deep.equal({ ok: true, value: [...value] });
    }
    const tuned = readTyped(`${DOWNS[1]!.name}\nVerse: Em C`);
    expect(tuned.song.players.guitar1.tuning).to.deep.equal(['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4']);
  });

  it('settings of a section with a colon, and how often in its name', () => {
    const { song, problems } = readChart(
      '== Verse (x2) == Guitar 1: gain 8; BPM: 96; half-time\nchords | Dm |\n',
    );
    expect(problems).to.deep.equal([]);
    expect(song.form[0]).to.include({ section: 'Verse', times: 2, tempo: 96, feel: 'half' });
    expect(song.sections[0]!.sounds?.guitar1?.gain).to.equal(8);
  });

  it('degrees of every key are chords', () => {
    for (const key of ALL_KEYS)
      for (const { symbol } of degreesOfKey(key)) expect(parseChord(symbol).ok, symbol).to.equal(true);
  });
});
