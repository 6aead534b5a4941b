import { expect } from 'chai';
import fc from 'fast-check';
import { readAny, readChart, writeChart } from '../src/core/formats/index';
import { LAST_TYPINGS } from './typed/last-songs';
import { MORE_TYPINGS } from './typed/more-songs';
import { TYPINGS, type Typing } from './typed/songs';

const ALL = [...TYPINGS, ...MORE_TYPINGS, ...LAST_TYPINGS];
import { SEED } from './generators';
import { formOf, headOf } from './typed/says';
import { usually } from './usual';

function check(typing: Typing): void {
  const read = readAny(typing.text);
  if (typing.refused) {
    expect(read.refused, 'refused').to.match(typing.refused);
    return;
  }
  expect(read.refused).to.equal(null);
  if (typing.form) expect(formOf(read.song)).to.deep.equal(typing.form);
  const head = headOf(read.song);
  for (const line of typing.head ?? []) expect(head).to.include(line);
  const told = [...read.problems, ...read.questions].map((p) => p.message).join('\n');
  if (typing.asks) expect(told).to.match(typing.asks);
}

describe('songs as people type them', () => {
  for (const typing of ALL) it(typing.name, () => check(typing));

  it('law: what was understood is written as chart text that reads back the same', () => {
    for (const { name, text } of ALL) {
      const { song, refused } = readAny(text);
      if (refused !== null) continue;
      const again = readChart(writeChart(song));
      expect(again.problems, name).to.deep.equal([]);
      expect(again.song, name).to.deep.equal(song);
    }
  });

  it('takes no time over what is no song', () => {
    const gap = ' '.repeat(100_000);
    expect(formOf(readAny(`Am${gap}F`).song)).to.deep.equal(['Part 1 | Am | F |']);
    expect(readAny('words '.repeat(50_000)).refused).to.match(/300 kB/);
    expect(readAny('('.repeat(20_000)).refused).to.match(/20000 characters/);
  });

  it('law: whatever is typed is read or refused, and what is read can be written', () => {
    const word = fc.constantFrom(
      ...'Dm|Bb|F#m7|C/E|am|H7|N.C.|x2|(x4)|4x|-|–|/|.|%|||:|:|||1.|2.|[Verse]|Verse:|Chorus|Part 2|Form:|V|C|vi|IV|6-'.split(
        '|',
      ),
      ...[
        '|',
        '||:',
        ':||',
        '==',
        '{c: x}',
        '{sov}',
        'Key: D',
        '120 bpm',
        '3/4',
        'capo 2',
        'drop D',
        'e|---0-2-|',
        'E|-0--',
      ],
      ...[
        'the',
        'river',
        '(let ring)',
        'same as',
        'repeat',
        '"',
        '\u2028',
        '\t',
        '<b>',
        '&amp;',
        '~',
        '#',
        'Guitar 2',
        'Bass',
      ],
    );
    const line = fc.array(word, { maxLength: 7 }).map((words) => words.join(' '));
    const text = fc.array(fc.oneof({ weight: 5, arbitrary: line }, { weight: 1, arbitrary: fc.string() }), {
      maxLength: 12,
    });
    let songs = 0;
    fc.assert(
      fc.property(text, (lines) => {
        const typed = lines.join('\n');
        const { song, refused } = readAny(typed);
        if (refused !== null) return;
        songs += 1;
        const again = readChart(writeChart(song));
        expect(again.problems, typed).to.deep.equal([]);
        expect(again.song, typed).to.deep.equal(song);
      }),
      { seed: SEED, numRuns: usually(1500) },
    );
    expect(songs, 'texts with a song in them').to.be.greaterThan(usually(500));
  }).timeout(60_000);
});
