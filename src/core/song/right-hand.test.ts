import { expect } from 'chai';
import { readChart } from '../formats/index';
import type { Player } from '../form/index';
import { fastestRun, rightHand, unfold } from './index';

function part(rows: string, options: { header?: string; rig?: string; player?: Player } = {}) {
  const { header = '', rig = '', player = 'guitar1' } = options;
  const { song, problems } = readChart(
    `title: Arm\nkey: Em\ntempo: 120\nguitar1: ${rig || 'gain 3'}\n== A == ${header}\nchords | Em |\n${rows}\n`,
  );
  expect(problems).to.deep.equal([]);
  const [playing] = unfold(song);
  const { section, meter, tempo } = playing!;
  const hand = rightHand(section, { pass: 1, meter, player, rig: song.players[player] });
  return { hand, run: fastestRun(hand, section, tempo), section };
}

const ways = (hand: ReturnType<typeof part>['hand']) => hand.strokes.map((s) => s.direction[0]).join('');

describe('the right hand', () => {
  it('strikes the player’s way unless the section says another, and by hand where it is written', () => {
    const rows = 'guitar1 | 022xxx |\nguitar1 hits | OOOOOOOO |';
    expect(ways(part(rows).hand)).to.equal('dudududu');
    expect(ways(part(rows, { rig: 'strokes down' }).hand)).to.equal('dddddddd');
    expect(ways(part(rows, { rig: 'strokes down', header: 'guitar1 strokes alternate' }).hand)).to.equal(
      'dudududu',
    );
    expect(ways(part('guitar1 | 022xxx |\nguitar1 hits | OvOvO^OOOOO |').hand)).to.equal('dduududu');
  });

  it('swings by what the bar needs', () => {
    const division = (hits: string) => part(`guitar1 | 022xxx |\nguitar1 hits | ${hits} |`).hand.divisions[0];
    expect(division('O---O---')).to.equal(480);
    expect(division('OOOOOOOO')).to.equal(480);
    expect(division('O---OO--O---O---')).to.equal(240);
    expect(division('O--OOOO--O--')).to.equal(320);
  });

  it('times a run of downs: eighths at 120 are four a second; swung, the short ones are faster', () => {
    // Arithmetic: an eighth at 120 bpm lasts 0.25 s; at 62% swing pairs go 0.31 s and 0.19 s.
    const rows = 'guitar1 | 022xxx |\nguitar1 hits | OOOOOOOO |';
    const straight = part(rows, { header: 'guitar1 strokes down' }).run!;
    expect(straight.perSecond).to.be.closeTo(4, 1e-9);
    expect(straight.strokes).to.equal(8);
    const swung = part(rows, { header: 'guitar1 strokes down; swing 62%' }).run!;
    expect(swung.perSecond).to.be.closeTo(3 / (0.19 + 0.31 + 0.19), 1e-6);
    expect(part(rows).run, 'ups between them').to.equal(null);
  });

  it('leaves out what the fretting hand hammers and pulls', () => {
    const { hand } = part('guitar1 line | 5@4 h7@4 p5@4 7@4 5@3 5@3 5@3 5@3 |');
    expect(hand.strokes.map((s) => s.strike.at)).to.deep.equal([0, 1440, 1920, 2400, 2880, 3360]);
  });
});
