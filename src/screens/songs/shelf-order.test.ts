import { expect } from 'chai';
import fc from 'fast-check';
import type { SongCard } from '../../store/index';
import { keyWords, songsInOrder, type ShelfOrder } from './shelf-order';

const card = (title: string, part: Partial<SongCard> = {}): SongCard => ({
  id: title,
  title,
  key: 'C',
  tempo: 120,
  tuning: 'standard',
  updatedAt: 0,
  version: 1,
  ...part,
});
const CARDS = [
  card('Überfahrt', { key: 'Bbm', tempo: 90, tuning: 'drop D' }),
  card('Alder', { key: 'F#m', tempo: 172 }),
  card('Song 10', { key: 'C', tempo: 101.5 }),
  card('Song 9', { key: 'Cm', tempo: 60, tuning: 'drop D' }),
  card('Torn', { key: null, tempo: null, tuning: null }),
];
const titles = (look: { find?: string; order?: ShelfOrder; set?: string }, sets = SETS) =>
  songsInOrder(CARDS, { find: '', order: 'recent', set: null, ...look }, sets).map((c) => c.title);
const SETS = [{ id: 'f', name: 'Friday', songs: ['Song 9', 'gone', 'Alder'] }];

describe('the shelf in order', () => {
  it('as it comes, by name, key, tempo and tuning; what is damaged last', () => {
    expect(titles({})).to.deep.equal(CARDS.map((c) => c.title));
    expect(titles({ order: 'name' })).to.deep.equal(['Alder', 'Song 9', 'Song 10', 'Torn', 'Überfahrt']);
    expect(titles({ order: 'key' })).to.deep.equal(['Song 10', 'Song 9', 'Alder', 'Überfahrt', 'Torn']);
    expect(titles({ order: 'tempo' })).to.deep.equal(['Song 9', 'Überfahrt', 'Song 10', 'Alder', 'Torn']);
    expect(titles({ order: 'tuning' })).to.deep.equal(['Alder', 'Song 10', 'Song 9', 'Überfahrt', 'Torn']);
  });

  it('finds all words, without accents, by signs as they are typed or printed', () => {
    for (const [find, found] of [
      ['uber', ['Überfahrt']],
      ['song 9', ['Song 9']],
      ['drop', ['Überfahrt', 'Song 9']],
      ['drop 60', ['Song 9']],
      ['F♯ minor', ['Alder']],
      ['f# minor', ['Alder']],
      ['bb minor', ['Überfahrt']],
      ['172', ['Alder']],
      ['  ', CARDS.map((c) => c.title)],
      ['zither', []],
    ] as const)
      expect(titles({ find }), find).to.deep.equal(found);
  });

  it('a set list in its own order, without what is gone, and searched like the rest', () => {
    expect(titles({ set: 'f', order: 'set' })).to.deep.equal(['Song 9', 'Alder']);
    expect(titles({ set: 'f', order: 'name' })).to.deep.equal(['Alder', 'Song 9']);
    expect(titles({ set: 'f', find: 'alder' })).to.deep.equal(['Alder']);
    expect(titles({ set: 'no such list' })).to.have.length(CARDS.length);
  });

  it('says keys in words', () => {
    expect(['F#m', 'Bb', 'nonsense'].map(keyWords)).to.deep.equal(['F♯ minor', 'B♭ major', 'nonsense']);
  });

  it('no order loses or doubles a song', () => {
    const any = fc.uniqueArray(
      fc.record({
        title: fc.string({ maxLength: 6 }),
        key: fc.constantFrom('C', 'Abm', 'F#', 'x', null),
        tempo: fc.option(fc.integer({ min: 30, max: 300 })),
        tuning: fc.constantFrom('standard', 'drop D', null),
      }),
      { selector: (c) => c.title, maxLength: 20 },
    );
    fc.assert(
      fc.property(any, fc.constantFrom('recent', 'name', 'key', 'tempo', 'tuning'), (parts, order) => {
        const cards = parts.map((p) => card(p.title, p));
        const sorted = songsInOrder(cards, { find: '', order, set: null }, []);
        expect(sorted).to.have.members(cards);
        expect(songsInOrder(sorted, { find: '', order, set: null }, [])).to.deep.equal(sorted);
      }),
      { seed: 18, numRuns: 200 },
    );
  });
});
