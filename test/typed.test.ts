import { expect } from 'chai';
import { readAny, readChart, writeChart } from '../src/core/formats/index';
import { LAST_TYPINGS } from './typed/last-songs';
import { MORE_TYPINGS } from './typed/more-songs';
import { TYPINGS, type Typing } from './typed/songs';

const ALL = [...TYPINGS, ...MORE_TYPINGS, ...LAST_TYPINGS];
import { formOf, headOf } from './typed/says';

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
});
