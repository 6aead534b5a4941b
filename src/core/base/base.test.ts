import { expect } from 'chai';
import { formatProblem, problemAt, problemIn, remember, unreachable } from './index';

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

  it('throws when a union had a case nobody handled', () => {
    expect(() => unreachable('surprise' as never)).to.throw(RangeError, 'surprise');
  });
});
