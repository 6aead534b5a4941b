import { expect } from 'chai';
import { formatProblem, ordinal, problemAt, problemIn, remember, unreachable } from './index';

describe('base', () => {
  it('remembers answers and forgets the oldest beyond its limit', () => {
    let asked = 0;
    const twice = remember((key: string) => {
      asked += 1;
      return key + key;
    }, 2);
    expect([twice('a'), twice('b'), twice('a')]).to.deep.equal(['aa', 'bb', 'aa']);
    expect(asked).to.equal(2);
    twice('c'); // drops a
    twice('a');
    expect(asked).to.equal(4);
  });

  it('writes problems with their place', () => {
    expect(formatProblem(problemAt(4, 17, 0, 'no chord'))).to.equal('line 4, column 17: no chord');
    expect(formatProblem(problemIn('song.key', 'no key'))).to.equal('song.key: no key');
    expect(problemAt(1, 1, 0, '').length).to.equal(1);
  });

  it('counts in words', () => {
    expect([1, 2, 3, 4, 10, 11, 12, 13, 21, 22, 99].map(ordinal).join(' ')).to.equal(
      '1st 2nd 3rd 4th 10th 11th 12th 13th 21st 22nd 99th',
    );
  });

  it('throws when a union had a case nobody handled', () => {
    expect(() => unreachable('surprise' as never)).to.throw(RangeError, 'surprise');
  });
});
