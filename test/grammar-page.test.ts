import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { readChart, writeChart } from '../src/core/formats/index';
import { parseCell } from '../src/core/form/index';
import { parseHits } from '../src/core/hits/index';
import { parseStep } from '../src/core/line/index';
import { COMMON_TIME } from '../src/core/time/index';

const page = readFileSync(new URL('../docs/grammar.md', import.meta.url), 'utf8');
/** What stands in backquotes in the first column of a table under a heading. */
const samples = (heading: string): string[] => {
  const part = page.slice(page.indexOf(`## ${heading}`)).split(/\n## /)[0]!;
  const table = part.split('\n').filter((line) => line.startsWith('| `'));
  return table.flatMap((line) => [...line.split(' | ')[0]!.matchAll(/`([^`]+)`/g)].map((m) => m[1]!));
};

describe('the page of the grammar', () => {
  it('shows a song that is read without a word, and written the same again', () => {
    const text = /```\n(title: Round Again[\s\S]*?)```/.exec(page)![1]!;
    const { song, problems, questions } = readChart(text);
    expect(problems).to.deep.equal([]);
    expect(questions).to.deep.equal([]);
    expect(readChart(writeChart(song)).song).to.deep.equal(song);
  });

  it('names only what is read: hits', () => {
    const shown = samples('The right hand').filter((s) => !/[(){}~]/.test(s) && s !== '-' && s !== '.');
    expect(shown.length).to.be.greaterThan(10);
    for (const symbol of shown) {
      expect(parseHits(`${symbol}-------`, COMMON_TIME).ok, symbol).to.equal(true);
    }
    for (const bar of samples('The right hand').filter((s) => /[({~]/.test(s)))
      expect(parseHits(bar, COMMON_TIME).ok, bar).to.equal(true);
  });

  it('names only what is read: grips and notes', () => {
    const grips = samples('The left hand');
    expect(grips.length).to.be.greaterThan(10);
    for (const grip of grips) expect(parseCell(grip, 6).ok, grip).to.equal(true);
    const notes = samples('Notes of a line').filter((s) => !/^b\d/.test(s));
    expect(notes.length).to.be.greaterThan(20);
    for (const note of notes) {
      // The last line of the table shows every mark at once.
      const text = note === '7@3mw^SPR?' ? '7@3mw^S?' : note;
      expect(parseStep(text, 6).ok, note).to.equal(true);
    }
  });
});
