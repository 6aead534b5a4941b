import { expect } from 'chai';
import { readChart } from '../formats/index';
import { applyEdit } from '../song/index';
import { RightHands } from './right-hand';

const SONG = readChart(`title: Slate Steps
== Verse ==
chords       | A5        |
guitar1      | 577xxx    |
guitar1 hits | ~O---Z--- |
`).song;

/** The bar's hits after something was done with the right hands. */
function after(change: (hands: RightHands) => boolean): string | null {
  const hands = new RightHands(SONG.sections[0]!, { pass: 1, times: 1, meter: SONG.meter });
  expect(change(hands)).to.equal(true);
  const edit = hands.edit();
  return (edit ? applyEdit(SONG, edit) : SONG).sections[0]!.bars[0]!.hits.guitar1;
}

describe('right hands changed stroke by stroke', () => {
  it('leave a guess one until somebody is sure', () => {
    expect(after((h) => h.put('guitar1', 480, 'M'))).to.equal('~OM--Z---');
    expect(after((h) => h.silence('guitar1', 1920, 3840))).to.equal('~O---....');
    expect(
      after((h) => h.put('guitar1', 0, 'O')),
      'nothing changed',
    ).to.equal('~O---Z---');
  });

  it('let nothing sound on after a scrape', () => {
    // The stroke right after the scrape moves on: what it leaves is silent.
    expect(after((h) => h.put('guitar1', 2400, 'O') && h.move('guitar1', 2400, 2880))).to.equal('~O---Z.O-');
  });
});
