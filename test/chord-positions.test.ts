import { createRequire } from 'node:module';
import { expect } from 'chai';
import { formatGrip, gripPitches, HANDS, holdGrip, type Grip } from '../src/core/grip/index';
import { defaultGuitar, type Fret } from '../src/core/instrument/index';

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
      list.map((p) => ({ name: `${key} ${suffix}`, p, grip: gripOf(p) })),
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
});
