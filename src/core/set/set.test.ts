import { expect } from 'chai';
import fc from 'fast-check';
import { parseTuning, type Instrument } from '../instrument/index';
import { emptySong, type Song } from '../song/index';
import { leastTurning, soundsOf, turningCost, turningsBetween, turningWords } from './index';

const GUITARS = ['standard', 'drop D', 'drop C', 'DADGAD', 'half a step down'] as const;
const tuning = (name: string, kind: Instrument['kind']) => {
  const read = parseTuning(name, kind);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};

function rigged(one: string, two: string, { bass = 'standard', capo = 0 } = {}): Song {
  const song = emptySong(`${one} ${two}`);
  const { guitar1, guitar2, bass: low } = song.players;
  return {
    ...song,
    players: {
      guitar1: { ...guitar1, tuning: tuning(one, 'guitar') },
      guitar2: { ...guitar2, tuning: tuning(two, 'guitar'), capo },
      bass: { ...low, tuning: tuning(bass, 'bass') },
    },
  };
}

const anySet = fc.array(
  fc
    .record({
      one: fc.constantFrom(...GUITARS),
      two: fc.constantFrom(...GUITARS),
      bass: fc.constantFrom('standard', 'drop D', 'five-string'),
      capo: fc.constantFrom(0, 2, 5),
    })
    .map(({ one, two, ...rest }) => rigged(one, two, rest)),
  { minLength: 1, maxLength: 7 },
);

const weight = (songs: readonly Song[]) => {
  const { instruments, strings, capos } = turningCost(songs);
  return instruments * 1e6 + strings * 1e3 + capos;
};

function* orders(list: readonly number[]): Generator<readonly number[]> {
  if (list.length === 0) yield [];
  for (const one of list) for (const rest of orders(list.filter((i) => i !== one))) yield [one, ...rest];
}

describe('a set list', () => {
  it('names what is turned between two songs', () => {
    const [plain, low] = [rigged('standard', 'standard'), rigged('drop D', 'standard', { capo: 2 })];
    expect(turningsBetween(plain, low).map(turningWords)).to.deep.equal([
      'Guitar 1 to drop D (E2 down to D2)',
      'Guitar 2 capo to fret 2',
    ]);
    expect(turningsBetween(low, plain).map(turningWords)).to.deep.equal([
      'Guitar 1 to standard (D2 up to E2)',
      'Guitar 2 capo off',
    ]);
    const other = turningsBetween(plain, rigged('standard', 'standard', { bass: 'five-string' }));
    expect(other.map(turningWords)).to.deep.equal(['Bass another instrument, five-string']);
    expect(turningsBetween(plain, plain)).to.deep.equal([]);
  });

  it('puts songs together that are tuned alike, and keeps their order', () => {
    const songs = ['drop D', 'standard', 'drop D', 'standard', 'drop D'].map((name) =>
      rigged(name, 'standard'),
    );
    const { order, cost, proven } = leastTurning(songs);
    expect(order).to.deep.equal([0, 2, 4, 1, 3]);
    expect(cost).to.deep.equal({ instruments: 1, strings: 1, capos: 0 });
    expect(proven).to.equal(true);
  });

  it('keeps the opener and the last song', () => {
    const songs = ['drop D', 'standard', 'drop C', 'standard'].map((name) => rigged(name, 'standard'));
    const { order } = leastTurning(songs, { first: 1, last: 3 });
    expect(order[0]).to.equal(1);
    expect(order.at(-1)).to.equal(3);
  });

  it('law: no order of up to seven songs asks for less (brute force)', () => {
    fc.assert(
      fc.property(anySet, fc.boolean(), fc.boolean(), (songs, holdFirst, holdLast) => {
        const first = holdFirst ? 0 : null;
        const last = holdLast && songs.length > 1 ? songs.length - 1 : null;
        const found = leastTurning(songs, { first, last });
        expect([...found.order].sort((a, b) => a - b)).to.deep.equal(songs.map((_, i) => i));
        let least = Infinity;
        for (const order of orders(songs.map((_, i) => i))) {
          if (first !== null && order[0] !== first) continue;
          if (last !== null && order.at(-1) !== last) continue;
          least = Math.min(least, weight(order.map((i) => songs[i]!)));
        }
        expect(weight(found.order.map((i) => songs[i]!))).to.equal(least);
      }),
      { seed: 19, numRuns: 60 },
    );
  });

  it('tells the sounds of a song', () => {
    const song = rigged('standard', 'standard');
    const guitar1 = { ...song.players.guitar1, sounds: [{ name: 'clean', gain: 1 }] };
    expect(soundsOf({ players: { ...song.players, guitar1 } })).to.deep.equal({
      guitar1: ['gain 6', 'clean'],
      guitar2: ['gain 3'],
      bass: ['gain 0'],
    });
  });
});
