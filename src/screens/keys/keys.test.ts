import { expect } from 'chai';
import fc from 'fast-check';
import { readChart } from '../../core/formats/index';
import { keysFor } from '../hits/key-actions';
import { scopeOf } from '../hits/scope';
import { capOf, MEANINGS, movedTo, usualKey } from './index';
import { isMovable } from './meanings';

const SONG = readChart('== A ==\nchords | Am | F |\nguitar1 | x02210 | 133211 |\n').song;

/** The keys Hits does something for, with hits in the bar or with a line. */
function keysOfHits(line: boolean): readonly string[] {
  const nothing = () => undefined;
  const scope = scopeOf(SONG, { playing: 0, pass: 1, join: null })!;
  return keysFor({
    scope,
    cursor: { player: 'guitar1', tick: 0 },
    division: 240,
    line: line ? [] : null,
    barMeant: 0,
    copied: { current: null },
    typed: { current: null },
    act: nothing,
    step: nothing,
    go: nothing,
    join: nothing,
    section: nothing,
    divide: nothing,
    open: nothing,
    keep: nothing,
    hear: nothing,
  }).map((key) => key.key);
}

describe('what keys stand for', () => {
  it('each once, so that it means the same wherever it exists', () => {
    const keys = MEANINGS.map((m) => m.key);
    expect(keys).to.deep.equal([...new Set(keys)]);
    for (const { words, on } of MEANINGS)
      expect([words.length > 3, on.length > 0]).to.deep.equal([true, true]);
  });

  it('Hits does what is listed for it, no less and no more', () => {
    const listed = MEANINGS.filter((m) => m.on.includes('hits')).map((m) => m.key);
    // Playing, undo and the list itself are done for every screen at once.
    expect([...keysOfHits(false), ' ', '?']).to.have.members(listed);
  });

  it('what a line shares with the hits beside it is done by the same key', () => {
    const listed = MEANINGS.filter((m) => m.on.includes('line')).map((m) => m.key);
    expect(keysOfHits(true)).to.include.members(listed.filter((key) => key !== ' ' && key !== '?'));
  });

  it('are printed as on the keyboard', () => {
    expect(['ArrowLeft', 'Shift+3', ' ', 'f', 'Shift+ArrowUp'].map(capOf)).to.deep.equal([
      '←',
      '⇧3',
      'space',
      'f',
      '⇧↑',
    ]);
  });
});

describe('keys that are moved', () => {
  it('one gets another key; the one that had it gets its old one', () => {
    const moved = movedTo({}, 's', 'b');
    expect(moved).to.deep.equal({ s: 'b', b: 's' });
    expect(['b', 's', 'f'].map((typed) => usualKey(typed, moved))).to.deep.equal(['s', 'b', 'f']);
    expect(movedTo(moved, 's', 's')).to.deep.equal({});
  });

  it('to a key nothing stands on: the old one stands for nothing then', () => {
    const moved = movedTo({}, 's', 'ß');
    expect(['ß', 's'].map((typed) => usualKey(typed, moved))).to.deep.equal(['s', null]);
  });

  it('arrows, digits and keys nobody knows stay where they are', () => {
    for (const [usual, to] of [
      ['ArrowLeft', 'x'],
      ['s', '1'],
      ['s', 'Enter'],
      ['ß', 'x'],
    ] as const)
      expect(movedTo({}, usual, to), `${usual} ${to}`).to.deep.equal({});
  });

  it('however they are moved, every key stands for one thing and everything has a key', () => {
    const usual = MEANINGS.map((m) => m.key).filter(isMovable);
    const keys = fc.constantFrom(...usual, 'ß', 'ü', '#', 'Q', '§');
    fc.assert(
      fc.property(fc.array(fc.tuple(keys, keys), { maxLength: 30 }), (moves) => {
        const moved = moves.reduce<Readonly<Record<string, string>>>(
          (now, [from, to]) => movedTo(now, from, to),
          {},
        );
        const inUse = MEANINGS.map(({ key }) => moved[key] ?? key);
        expect(new Set(inUse).size).to.equal(inUse.length);
        for (const [i, { key }] of MEANINGS.entries()) expect(usualKey(inUse[i]!, moved)).to.equal(key);
      }),
      { seed: 18, numRuns: 300 },
    );
  });
});
