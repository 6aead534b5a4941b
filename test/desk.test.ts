import { expect } from 'chai';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readChart, writeChart } from '../src/core/formats/index';
import { barsOnPass, parseTune, PLAN_NAMES, type PlanTune } from '../src/core/form/index';
import { holdGrip } from '../src/core/grip/index';
import { pitchClass } from '../src/core/pitch/index';
import {
  applyEdit,
  cellPitches,
  compareSongs,
  momentsOf,
  readSong,
  saveSong,
  songLength,
  unfold,
  type Edit,
  type Song,
} from '../src/core/song/index';
import { foldGuitars } from '../src/core/offers/index';
import { finish, planOf, splitSong, tunedPlan } from '../src/core/split/index';
import { SEED, song as anySong } from './generators';

function demo(name: string): Song {
  const { song, problems } = readChart(
    readFileSync(fileURLToPath(new URL(`../demo/${name}.txt`, import.meta.url)), 'utf8'),
  );
  expect(problems).to.deep.equal([]);
  return song;
}
const DEMOS = ['ferry-light', 'nine-minute-bus', 'salt-lamp', 'tramline-sparks'];

const OPEN = `title: Tuned
key: Em
guitar1: gain 7
guitar2: gain 7
== A == plan low-high
chords | Em | C | G | D |
`;

function splitWith(tune: PlanTune): Song {
  const song = readChart(OPEN).song;
  const tuned = applyEdit(song, { kind: 'setPlan', entry: 0, plan: 'low-high', tune });
  const done = finish(splitSong(tuned, null));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(tuned, { kind: 'setCells', changes: done.value.changes });
}

const soundsOf = (song: Song, player: 'guitar1' | 'guitar2') =>
  momentsOf(song.sections[0]!, { pass: 1, meter: song.meter }).map((m) =>
    cellPitches(m.cells[player], song.players[player]),
  );

describe('tuned plans', () => {
  it('are read, written and kept under a name', () => {
    expect(parseTune('power two, thirds no')).to.deep.equal({
      ok: true,
      value: { power: 'two', thirds: 'no' },
    });
    const wrong = parseTune('power four');
    expect(!wrong.ok && wrong.error).to.include('"power four" tunes nothing; expected power two or three');
    const text = OPEN.replace('plan low-high', 'plan wall; tuned power two, apart wide').replace(
      'key: Em',
      'key: Em\nplans: Night wall = wall, power two; Thin = lock',
    );
    const { song, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    expect(song.form[0]!.tune).to.deep.equal({ power: 'two', apart: 'wide' });
    expect(song.plans!.map((p) => p.name)).to.deep.equal(['Night wall', 'Thin']);
    expect(readChart(writeChart(song)).song).to.deep.equal(song);
    const dropped = applyEdit(song, { kind: 'dropPlan', name: 'Thin' });
    expect(dropped.plans!.map((p) => p.name)).to.deep.equal(['Night wall']);
    const bad = readChart(OPEN.replace('key: Em', 'key: Em\nplans: Night wall = walll'));
    expect(bad.problems[0]!.message).to.include('expected a name, = and a plan');
  });

  it('are the plan itself where nothing is tuned, and the same object for the same tuning', () => {
    const driven = { guitar1: true, guitar2: false };
    for (const name of PLAN_NAMES) {
      expect(tunedPlan(name, {}, driven).name).to.equal(name);
      expect(tunedPlan(name, { apart: 'wide' }, driven)).to.equal(tunedPlan(name, { apart: 'wide' }, driven));
    }
    expect(planOf(readChart(OPEN).song, 'A').words).to.equal('Low and high');
  });

  it('choose two or three strings for power chords', () => {
    expect(soundsOf(splitWith({ power: 'two' }), 'guitar1').map((p) => p.length)).to.deep.equal([2, 2, 2, 2]);
    expect(soundsOf(splitWith({ power: 'three' }), 'guitar1').map((p) => p.length)).to.deep.equal([
      3, 3, 3, 3,
    ]);
  });

  it('leave thirds out under gain', () => {
    const thirds = (song: Song) =>
      momentsOf(song.sections[0]!, { pass: 1, meter: song.meter }).filter((m) => {
        const heard = new Set(cellPitches(m.cells.guitar2, song.players.guitar2).map((p) => pitchClass(p)));
        // An octave of the third alone is clean in any amp; it is the third beside other notes that turns sour.
        return heard.size > 1 && heard.has(m.chord!.tones.find((t) => t.degree === 3)!.pc);
      }).length;
    expect(thirds(splitWith({ thirds: 'no' }))).to.equal(0);
    expect(thirds(splitWith({ thirds: 'yes' }))).to.be.greaterThan(0);
  });

  it('keep the guitars close or far', () => {
    const lowest = (song: Song) => soundsOf(song, 'guitar2').reduce((sum, p) => sum + (p[0] ?? 0), 0) / 4;
    expect(lowest(splitWith({ apart: 'wide' }))).to.be.at.least(lowest(splitWith({ apart: 'close' })));
  });
});

describe('one guitar for both', () => {
  for (const name of DEMOS) {
    it(`folds ${name} into one part a hand can hold`, () => {
      const before = demo(name);
      const { song } = foldGuitars(before);
      expect(songLength(song)).to.deep.equal(songLength(before));
      const rig = song.players.guitar1;
      unfold(song).forEach((playing, i) => {
        const was = unfold(before)[i]!;
        for (let pass = 1; pass <= playing.entry.times; pass += 1) {
          for (const m of momentsOf(playing.section, { pass, meter: playing.meter })) {
            expect(m.cells.guitar2.kind, 'guitar 2 rests').to.not.equal('grip');
          }
          barsOnPass(playing.section, pass).forEach((bar, b) => {
            const old = barsOnPass(was.section, pass)[b]!;
            expect(bar.chords).to.deep.equal(old.chords);
            expect(bar.cells.bass).to.deep.equal(old.cells.bass);
            for (const { cell } of bar.cells.guitar1) {
              if (
                cell.kind === 'grip' &&
                !cell.step &&
                playing.shift === 0 &&
                !/[1-6]/.test(bar.hits.guitar1 ?? '')
              )
                expect(holdGrip(cell.grip, rig, rig.hand).ok).to.equal(true);
            }
          });
        }
      });
      expect(readChart(writeChart(song)).problems).to.deep.equal([]);
    });
  }

  it('keeps the bottom of the low part and the top of the high part where a hand can', () => {
    const { song } = readChart(
      'title: Fold\nkey: Em\n== A ==\nchords | Em | C |\nguitar1 | 022xxx | x355xx |\nguitar2 | xxx787 | xxx558 |\nbass | 0xxx | x3xx |\n',
    );
    const folded = foldGuitars(song).song;
    soundsOf(folded, 'guitar1').forEach((pitches, i) => {
      const low = soundsOf(song, 'guitar1')[i]![0]!;
      const top = soundsOf(song, 'guitar2')[i]!.at(-1)!;
      expect(pitches[0]).to.equal(low);
      expect([top, top - 12]).to.include(pitches.at(-1));
    });
  });
});

describe('versions', () => {
  const song = demo('tramline-sparks');
  const keep: Edit = { kind: 'keepVersion', name: 'As it was' };
  const changed = () =>
    applyEdit(applyEdit(song, keep), {
      kind: 'setHits',
      changes: [{ section: 'Verse', pass: 1, player: 'bass', bar: 1, hits: 'OOOOOOOO' }],
    });

  it('compare bar by bar, and one bar can be taken over', () => {
    const now = changed();
    const list = compareSongs(now, now.versions![0]!.song);
    expect(list.map((d) => [d.section, d.bar, d.player])).to.deep.equal([['Verse', 1, 'bass']]);
    expect(list[0]!.now).to.include('OOOOOOOO');
    expect(list[0]!.then).to.include('M--mM-mm');
    const taken = applyEdit(now, { kind: 'setParts', changes: [list[0]!.change!] });
    expect(compareSongs(taken, song)).to.deep.equal([]);
  });

  it('bring the song back as it was and stay, also through a file', () => {
    const back = applyEdit(changed(), { kind: 'toVersion', name: 'As it was' });
    expect({ ...back, versions: undefined }).to.deep.equal({ ...song, versions: undefined });
    expect(back.versions).to.have.length(1);
    const read = readSong(JSON.parse(JSON.stringify(saveSong(changed()))));
    expect(read.ok && read.value).to.deep.equal(changed());
    expect(applyEdit(applyEdit(song, keep), { kind: 'dropVersion', name: 'As it was' })).to.deep.equal(song);
    expect(() => applyEdit(song, { kind: 'toVersion', name: 'Never' })).to.throw(RangeError);
  });

  it('name what is wrong inside a version of a damaged file', () => {
    const json = JSON.parse(JSON.stringify(saveSong(changed())));
    json.song.versions[0].song.key = 'H';
    const read = readSong(json);
    expect(!read.ok && read.error.map((p) => p.path).join()).to.include('song.versions[0].song.key');
  });

  it('law: a song has no differences from itself, and taking every difference makes it the other', () => {
    fc.assert(
      fc.property(anySong, anySong, (a, b) => {
        expect(compareSongs(a, a)).to.deep.equal([]);
        // The same rig, so that a bar of the one can be played in the other.
        const other = { ...b, players: a.players };
        const changes = compareSongs(a, other).flatMap((d) => (d.change ? [d.change] : []));
        const merged = applyEdit(a, { kind: 'setParts', changes });
        const left = compareSongs(merged, other).filter((d) => d.change !== null);
        expect(left).to.deep.equal([]);
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
