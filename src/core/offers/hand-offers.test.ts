import { expect } from 'chai';
import { readChart } from '../formats/index';
import { PLAN_NAMES, PLAYERS } from '../form/index';
import { hitsOf } from '../hits/index';
import { applyEdit, type Song } from '../song/index';
import { editOf, finish, splitSong } from '../split/index';
import { handOffersFor, pushOffer, sectionHandOffers } from './hand-offers';

function split(text: string): Song {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  const done = finish(splitSong(song, null));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(song, editOf(done.value));
}

const HEAD = 'title: Tin Lantern\nkey: Em\ntempo: 124\nguitar1: gain 6\nguitar2: gain 5\n';
const SONG = split(`${HEAD}== Verse == plan low-high\nchords | Em | C | G | D |\n`);
const AT = { section: 'Verse', pass: 1 };
const PUSH = { ...AT, player: 'guitar1' as const };

describe('offers for the right hand', () => {
  it('come in the order of what they cost the band, each another pattern, the best first', () => {
    for (const player of PLAYERS) {
      for (let bar = 0; bar < 4; bar += 1) {
        const offers = handOffersFor(SONG, { ...AT, player, bar });
        expect(offers[0]!.regret).to.equal(0);
        const regrets = offers.map((o) => o.regret);
        expect(regrets).to.deep.equal([...regrets].sort((a, b) => a - b));
        expect(new Set(offers.map((o) => o.hits)).size).to.equal(offers.length);
        for (const { edit, hits } of offers) {
          expect(applyEdit(SONG, edit).sections[0]!.bars[bar]!.hits[player]).to.equal(hits);
        }
      }
    }
  });

  it('where a phrase ends: a stop, a way into the next, a run and room for a fill are among them', () => {
    const words = handOffersFor(SONG, { ...AT, player: 'guitar1', bar: 3 }).map((o) => o.words);
    for (const end of ['stops at the end', 'leads into the next', 'runs into the next', 'room for a fill']) {
      expect(
        words.some((w) => w.includes(end)),
        `${end}: ${words.join(' / ')}`,
      ).to.equal(true);
    }
    const inside = handOffersFor(SONG, { ...AT, player: 'guitar1', bar: 1 }).map((o) => o.words);
    expect(inside.join()).to.not.include('fill');
  });

  it('what was split is what is offered first, in every plan', () => {
    for (const plan of PLAN_NAMES) {
      const done = split(`${HEAD}== Verse == plan ${plan}\nchords | Em | C | G | D | Am | Em | B7 | Em |\n`);
      done.sections[0]!.bars.forEach(({ hits }, bar) => {
        for (const player of PLAYERS) {
          const [first] = handOffersFor(done, { ...AT, player, bar });
          expect(first?.hits ?? null, `${plan}, ${player}, bar ${bar + 1}`).to.equal(hits[player]);
        }
      });
    }
  });

  it('go through a section in one figure', () => {
    const [, second] = sectionHandOffers(SONG, { ...AT, player: 'guitar1' });
    const bars = applyEdit(SONG, second!.edit).sections[0]!.bars;
    expect(bars.map((bar) => bar.hits.guitar1)).to.not.include(null);
    expect(bars[0]!.hits.guitar1).to.equal(bars[1]!.hits.guitar1);
  });

  it('a push is everybody’s: chord, grips and strokes come an eighth early', () => {
    const offer = pushOffer(SONG, { ...PUSH, bar: 1 })!;
    expect(offer.words).to.equal('everybody an eighth early into bar 3');
    const pushed = applyEdit(SONG, offer.edit);
    const [, before, bar] = pushed.sections[0]!.bars;
    expect(bar!.chords[0]!.push).to.equal(480);
    for (const player of PLAYERS) {
      expect(bar!.cells[player][0]!.push, player).to.equal(480);
      const last = hitsOf(before!.hits[player]!, pushed.meter)
        .filter((h) => h.kind === 'ring')
        .at(-1)!;
      expect(last.atTick, player).to.equal(3360);
    }
    expect(offer.hits).to.equal(before!.hits.guitar1);
    // Once it comes early, there is nothing left to offer; nor where somebody has locked the chord.
    expect(pushOffer(pushed, { ...PUSH, bar: 1 })).to.equal(null);
    const cell = SONG.sections[0]!.bars[2]!.cells.bass[0]!.cell;
    if (cell.kind !== 'grip') throw new Error('not filled');
    const at = { ...AT, player: 'bass' as const, bar: 2, index: 0 };
    const locked = applyEdit(SONG, { kind: 'setCells', changes: [{ at, cell: { ...cell, locked: true } }] });
    expect(pushOffer(locked, { ...PUSH, bar: 1 })).to.equal(null);
    expect(pushOffer(SONG, { ...PUSH, bar: 3 }), 'no bar after it').to.equal(null);
  });
});
