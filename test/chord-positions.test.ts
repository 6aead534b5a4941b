import { createRequire } from 'node:module';
import { expect } from 'chai';
import {
  enumerateGrips,
  formatGrip,
  gripPitches,
  HANDS,
  holdGrip,
  knowGrip,
  type Grip,
} from '../src/core/grip/index';
import { defaultGuitar, type Fret } from '../src/core/instrument/index';
import { belongs, parseChord } from '../src/core/pitch/index';
import { isThorough } from './usual';

interface Position {
  readonly frets: readonly number[];
  readonly baseFret: number;
  readonly midi: readonly number[];
}
interface DataSet {
  readonly chords: Record<string, readonly { key: string; suffix: string; positions: readonly Position[] }[]>;
}

/** Source: the open chord-position data set `@tombatossals/chords-db` (MIT licence, test-only). */
describe('published chord positions', () => {
  const data = createRequire(import.meta.url)('@tombatossals/chords-db/lib/guitar.json') as DataSet;
  const guitar = defaultGuitar(0);
  const positions = Object.values(data.chords)
    .flat()
    .flatMap(({ key, suffix, positions: list }) =>
      list.map((p) => ({ key, suffix, name: `${key} ${suffix}`, p, grip: gripOf(p) })),
    );

  function gripOf(p: Position): Grip {
    return p.frets.map((f) => (f < 0 ? null : ((f === 0 ? 0 : f + p.baseFret - 1) as Fret)));
  }

  it('are many', () => {
    expect(positions.length).to.be.greaterThan(2000);
  });

  it('sound the notes the data set says', () => {
    const different = positions.filter(({ p, grip }) => {
      const ours = [...gripPitches(grip, guitar)].sort((a, b) => a - b);
      return ours.join() !== [...p.midi].sort((a, b) => a - b).join();
    });
    expect(different.map(({ name, grip }) => `${name} ${formatGrip(grip)}`)).to.deep.equal([]);
  });

  it('are held by the middle hand, at least 97 of 100', () => {
    const refused = positions.flatMap(({ name, grip }) => {
      const hold = holdGrip(grip, guitar, HANDS.middle);
      return hold.ok ? [] : [`${name} ${formatGrip(grip)}: ${hold.error}`];
    });
    const share = 1 - refused.length / positions.length;
    if (process.env.LIST_REFUSED) process.stdout.write(`${refused.join('\n')}\n`);
    expect(share, refused.slice(0, 20).join('\n')).to.be.at.least(0.97);
  });

  it('are in our enumeration where they fit a device of ours, at least 95 of 100', () => {
    // One in four in the usual run; they are in the order of their roots.
    const some = positions.filter((_, i) => isThorough || i % 4 === 0);
    const fitting = some.flatMap(({ key, suffix, name, grip }) => {
      const chord = parseChord(symbolOf(key, suffix));
      if (!chord.ok) return [];
      const known = knowGrip(grip, { instrument: guitar, hand: HANDS.middle, chord: chord.value });
      if ('refused' in known || known.device === 'mixed') return [];
      const rises = known.pitches.every((p, i) => i === 0 || p > known.pitches[i - 1]!);
      const isStopped = known.stops.every((stop) => stop.by !== 'nothing');
      return rises && isStopped && known.pitches.every((p) => belongs(chord.value, p))
        ? [{ name, grip, chord: chord.value, device: known.device }]
        : [];
    });
    const missing = fitting.filter(({ grip, chord }) => {
      const ours = enumerateGrips(chord, guitar, HANDS.middle);
      return !ours.some((one) => formatGrip(one.grip) === formatGrip(grip));
    });
    if (process.env.LIST_REFUSED) {
      process.stdout.write(missing.map((m) => `${m.name} ${formatGrip(m.grip)} ${m.device}\n`).join(''));
      process.stdout.write(
        `${positions.length} positions, ${fitting.length} fit, ${missing.length} missing\n`,
      );
    }
    expect(fitting.length).to.be.greaterThan(isThorough ? 1000 : 250);
    expect(1 - missing.length / fitting.length).to.be.at.least(0.95);
  }).timeout(60_000);

  /** The data set's words for chord types, as symbols. */
  function symbolOf(key: string, suffix: string): string {
    const bass = /^(m?)(?:\/|9\/)([A-G][#b]?)$/.exec(suffix);
    if (bass) return suffix.replace('major', '').replace('minor', 'm').replace(/^/, key);
    return key + ({ major: '', minor: 'm' }[suffix] ?? suffix);
  }
});
