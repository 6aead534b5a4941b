import { expect } from 'chai';
import fc from 'fast-check';
import { gripOf, SEED } from '../../../test/generators';
import { defaultGuitar } from '../instrument/index';
import {
  fingeringsOf,
  formatFingering,
  HANDS,
  holdGrip,
  holdWithin,
  knowGrip,
  parseFingering,
  parseGrip,
  stopWords,
  type Grip,
} from './index';

const guitar = defaultGuitar(5);
const hand = HANDS.middle;

const grip = (text: string): Grip => {
  const read = parseGrip(text, 6);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const own = (frets: string, fingers: string) => {
  const read = parseFingering(fingers, grip(frets));
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const refused = (frets: string, fingers: string): string => {
  const read = parseFingering(fingers, grip(frets));
  return read.ok ? '' : read.error;
};

// Fingerings as players name them: common practice.
describe("a player's own fingering", () => {
  it('names a finger for each fretted string, lowest first', () => {
    expect(own('320003', '213')).to.deep.equal([2, 1, null, null, null, 3]);
    expect(own('133211', '134211')).to.deep.equal([1, 3, 4, 2, 1, 1]);
    expect(own('1x3211', 't3211')[0]).to.equal('T');
  });

  it('says what it expected', () => {
    expect(refused('320003', '21')).to.equal(
      '320003 frets 3 strings, so 3 fingers are named, lowest string first; "21" has 2',
    );
    expect(refused('xx5xxx', '12')).to.include('frets 1 string, so 1 finger is named');
    expect(refused('320003', '2a3')).to.include('"A" is no finger');
    expect(refused('320003', '112')).to.equal('finger 1 cannot press fret 3 and fret 2 at once');
    expect(refused('320003', '2T3')).to.equal('the thumb presses the lowest string only');
    expect(refused('320003', '321')).to.include('would lie behind');
    expect(refused('3x0003', '11')).to.equal('finger 1 would lie over an open string');
    expect(refused('5x3x5x', '313')).to.include('fretted below it');
  });

  it('is followed: reach and what damps which string', () => {
    const thumb = holdGrip(grip('1x3211'), guitar, hand, own('1x3211', 'T3211'));
    expect(thumb.ok && thumb.value.presses[0]).to.deep.include({ finger: 'T', from: 0, to: 0 });
    const g = grip('x32010');
    const known = knowGrip(g, { instrument: guitar, hand, chord: null, own: own('x32010', '432') });
    if ('refused' in known) throw new Error(known.refused);
    expect(known.hold.fingers).to.deep.equal([null, 4, 3, null, 2, null]);
    expect(known.stops.map(stopWords)).to.deep.equal(['tip of finger 4']);
  });

  it('is refused where it is too wide, with the fingers that are too far apart', () => {
    const wide = holdGrip(grip('1-x-x-4-x-x'), guitar, hand, own('1-x-x-4-x-x', '12'));
    expect(wide).to.deep.equal({
      ok: false,
      error: 'reach 97 mm from fret 1 to 4, over 68 mm for fingers 1 and 2',
    });
    expect(holdWithin(grip('1-x-x-4-x-x'), guitar, hand, own('1-x-x-4-x-x', '14'))).to.deep.include({
      ok: true,
    });
  });

  it('a barre may lie over a string that a finger above it keeps silent', () => {
    const held = holdGrip(grip('x13x31'), guitar, hand);
    expect(held.ok && formatFingering(held.value.fingers)).to.equal('1341');
    const known = knowGrip(grip('x13x31'), { instrument: guitar, hand, chord: null });
    if ('refused' in known) throw new Error(known.refused);
    expect(known.stops.map(stopWords)).to.deep.equal(['tip of finger 1', 'flat of finger 3']);
    // Nothing touches the second string here: it would sound under the barre.
    const loose = knowGrip(grip('1x5xx1'), {
      instrument: guitar,
      hand: HANDS.large,
      chord: null,
      own: own('1x5xx1', '141'),
    });
    if ('refused' in loose) throw new Error(loose.refused);
    expect(loose.stops.map(stopWords)).to.include('nothing');
  });

  it('law: every way that is offered can be written, read back and held at a stretch', () => {
    fc.assert(
      fc.property(gripOf(6, 9), (g) => {
        const ways = fingeringsOf(g, guitar, hand);
        for (const way of ways) {
          const read = parseFingering(formatFingering(way), g);
          expect(read.ok && read.value).to.deep.equal(way);
          const held = holdWithin(g, guitar, hand, way);
          expect(held.ok && held.value.reach !== 'out').to.equal(true);
        }
        expect(new Set(ways.map(formatFingering)).size).to.equal(ways.length);
      }),
      { seed: SEED, numRuns: 150 },
    );
  });

  it('law: the natural fingering is among those offered', () => {
    fc.assert(
      fc.property(gripOf(6, 9), (g) => {
        const natural = holdGrip(g, guitar, hand);
        if (!natural.ok || natural.value.presses.length === 0) return;
        const all = fingeringsOf(g, guitar, hand).map(formatFingering);
        expect(all).to.include(formatFingering(natural.value.fingers));
      }),
      { seed: SEED, numRuns: 150 },
    );
  });
});
