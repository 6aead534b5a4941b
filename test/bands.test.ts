import { createRequire } from 'node:module';
import { expect } from 'chai';
import { songFindings } from '../src/core/clash/index';
import { barsOnPass, PLAN_NAMES, PLAYERS } from '../src/core/form/index';
import { formatGrip } from '../src/core/grip/index';
import { hitsOf } from '../src/core/hits/index';
import { materialOf } from '../src/core/song/index';
import { barTicks, TICKS_PER_QUARTER } from '../src/core/time/index';
import { BANDS, heardIn, splitBand, splitBandBy, type Heard } from './bands';
import { isThorough } from './usual';

/**
 * What a band expects of any split, measured on ten songs from what is heard, without the splitter's costs. All common
 * practice; how each cell was read is in docs/plans.md.
 */
const all: () => readonly Heard[] = () => BANDS.flatMap(heardIn);
const classes = (pitches: readonly number[]) => new Set(pitches.map((p) => p % 12));
const isClean = ({ gains }: Heard) => gains.guitar1 <= 4 && gains.guitar2 <= 4;
const share = <T>(list: readonly T[], is: (one: T) => boolean) =>
  list.length === 0 ? 1 : list.filter(is).length / list.length;

interface DataSet {
  readonly chords: Record<
    string,
    readonly { readonly positions: readonly { frets: readonly number[]; baseFret: number }[] }[]
  >;
}

/** E7 with its seventh on top, Gadd9, Bm7 and Cm7 as songbooks print them; the data set leaves them out (common practice). */
const IN_EVERY_SONGBOOK = ['0 2 2 1 3 0', '3 x 0 2 0 3', 'x 2 0 2 0 2', 'x 3 5 3 4 3'];

describe('ten songs, split', () => {
  it('has nothing left open, and no clash but what is locked', () => {
    for (const file of BANDS) {
      const song = splitBand(file);
      for (const { where, moment } of heardIn(file)) {
        for (const player of PLAYERS) expect(moment.cells[player].kind, where).to.not.equal('open');
      }
      const clashes = songFindings(song).filter((f) => f.level === 'clash');
      expect(
        clashes.map((f) => f.text),
        file,
      ).to.deep.equal([]);
    }
  }).timeout(120_000);

  it('the bass has what the symbol wants at the bottom, below everybody, without a leap beyond an octave', () => {
    for (const file of BANDS) {
      let last: number | null = null;
      let section = '';
      for (const { where, pitches, moment, section: name } of heardIn(file)) {
        const [low] = pitches.bass;
        if (low === undefined || moment.chord === null) continue;
        expect(low % 12, where).to.equal(moment.chord.bassPc);
        expect(low, where).to.equal(Math.min(...PLAYERS.flatMap((p) => pitches[p])));
        if (last !== null && name === section) expect(Math.abs(low - last), where).to.be.at.most(12);
        [last, section] = [low, name];
      }
    }
  });

  it('somebody sounds every tone a symbol names, up to the edge; thirds where a plan wants them, driven too', () => {
    const clean = all().filter((h) => isClean(h) && h.moment.chord !== null && h.plan !== 'harmony');
    const names = ({ moment, pitches }: Heard) => {
      const heard = classes(PLAYERS.flatMap((p) => pitches[p]));
      const named = moment.chord!.tones.filter((t) => t.above !== 0 && t.above !== 7);
      return named.every((t) => heard.has(t.pc));
    };
    expect(share(clean, names)).to.be.at.least(0.95);
    const wanted = all().filter(
      (h) =>
        ['low-high', 'bass-leads', 'broken-struck'].includes(h.plan) &&
        h.moment.chord?.tones.some((t) => t.degree === 3),
    );
    const third = ({ moment, pitches }: Heard) => {
      const heard = classes(PLAYERS.flatMap((p) => pitches[p]));
      return heard.has(moment.chord!.tones.find((t) => t.degree === 3)!.pc);
    };
    expect(share(wanted, third)).to.be.at.least(0.95);
  });

  it('plays the same symbol with the same grip throughout a section', () => {
    for (const player of PLAYERS) {
      const grips = new Map<string, string>();
      for (const { where, section, moment, grips: here } of all()) {
        const grip = here[player];
        const cell = moment.cells[player];
        if (grip === null || (cell.kind === 'grip' && (cell.locked || cell.step))) continue;
        const key = `${where.split(',')[0]} ${section} ${moment.chordText}`;
        // A wall that follows a locked partner does what the partner does.
        if (section === 'Riff') continue;
        const known = grips.get(key);
        if (known !== undefined) expect(formatGrip(grip), `${where}, ${player}`).to.equal(known);
        grips.set(key, formatGrip(grip));
      }
    }
  });

  // The positions are those of an open data set of guitar chords.
  it('holds chords of five and six strings in shapes that chord books know, in standard tuning up to the edge', () => {
    const data = createRequire(import.meta.url)('@tombatossals/chords-db/lib/guitar.json') as DataSet;
    const known = new Set(IN_EVERY_SONGBOOK);
    for (const { positions } of Object.values(data.chords).flat()) {
      for (const { frets, baseFret } of positions) {
        known.add(frets.map((f) => (f < 0 ? 'x' : f === 0 ? '0' : String(f + baseFret - 1))).join(' '));
      }
    }
    const whole = all().filter((h) => isClean(h) && h.pitches.guitar1.length >= 5);
    expect(whole.length).to.be.greaterThan(20);
    const isKnown = ({ grips }: Heard) => known.has(grips.guitar1!.map((f) => f ?? 'x').join(' '));
    expect(share(whole, isKnown)).to.be.at.least(0.95);
  });

  it('opens up when the sound allows: most low chords up to the edge have four strings and more', () => {
    const low = all().filter(
      (h) => isClean(h) && ['wall', 'low-high', 'broken-struck', 'one-guitar'].includes(h.plan),
    );
    expect(share(low, (h) => h.pitches.guitar1.length >= 4)).to.be.at.least(0.9);
  });

  it('does not keep the second guitar on high frets', () => {
    const hands = all().flatMap(({ plan, grips }) => {
      const frets = grips.guitar2?.filter((f) => f !== null && f > 0) ?? [];
      return plan === 'low-high' && frets.length > 0 ? [Math.min(...(frets as number[]))] : [];
    });
    expect(share(hands, (fret) => fret <= 9)).to.be.at.least(0.7);
  });

  it('lays a drone outside the partner’s grip and holds it', () => {
    for (const file of BANDS) {
      const drones = new Map<string, Set<string>>();
      for (const { where, plan, section, pitches, grips } of heardIn(file)) {
        if (plan !== 'drone' || pitches.guitar2.length === 0) continue;
        for (const p of pitches.guitar2) expect(pitches.guitar1, where).to.not.include(p);
        drones.set(section, (drones.get(section) ?? new Set()).add(formatGrip(grips.guitar2!)));
      }
      for (const [section, held] of drones) expect(held.size, `${file}, ${section}`).to.be.at.most(2);
    }
  });

  it('strikes together or clearly apart, holds what it picks, and stops together', () => {
    for (const file of BANDS) {
      const song = splitBand(file);
      for (const { name } of song.sections) {
        const { section, meter } = materialOf(song, name)!;
        const bars = barsOnPass(section, 1);
        bars.forEach((bar, b) => {
          const where = `${file}, ${name}, bar ${b + 1}`;
          const strokes = PLAYERS.map((player) => {
            const pattern = bar.hits[player];
            return pattern === null
              ? []
              : hitsOf(pattern, meter).filter((h) => h.kind !== 'hold' && h.kind !== 'silent');
          });
          for (const one of strokes) {
            for (const other of strokes) {
              for (const { atTick } of one) {
                const apart = other.map((h) => Math.abs(h.atTick - atTick));
                if (apart.includes(0)) continue;
                const near = Math.min(Infinity, ...apart);
                expect(near, `${where}: near miss`).to.be.greaterThan(TICKS_PER_QUARTER / 4);
              }
            }
          }
          PLAYERS.forEach((player, p) => {
            if (player === 'bass') return;
            for (const { strings, atTick } of strokes[p]!) {
              if (strings?.length !== 1) continue;
              const cell = bar.cells[player].findLast((c) => c.at <= atTick)?.cell;
              if (cell?.kind !== 'grip') continue;
              expect(cell.grip[cell.grip.length - strings[0]!], `${where}: picked string`).to.not.equal(null);
            }
          });
          const silentEnd = PLAYERS.filter((player) => bar.hits[player] !== null).map((player) => {
            const last = hitsOf(bar.hits[player]!, meter).at(-1)!;
            return last.kind === 'silent' && last.atTick + last.ticks === barTicks(meter);
          });
          const plan = song.form.find((e) => e.section === name)?.plan;
          if (plan === 'wall' || plan === 'lock') expect(new Set(silentEnd).size, where).to.be.at.most(1);
        });
      }
    }
  });
});

/** Every third song for a plan, so that each song meets a third of the plans; all of them with `THOROUGH=1`. */
function sharedOut(plan: (typeof PLAN_NAMES)[number]): readonly string[] {
  if (isThorough) return BANDS;
  return BANDS.filter((_, i) => (i + PLAN_NAMES.indexOf(plan)) % 3 === 0);
}

describe('ten songs, split by every plan', () => {
  for (const plan of PLAN_NAMES) {
    it(`${plan}: proven, all filled, without a clash, every chord struck`, () => {
      for (const file of sharedOut(plan)) {
        const { song, isProven } = splitBandBy(file, plan);
        expect(isProven, file).to.equal(true);
        const clashes = songFindings(song).filter((f) => f.level === 'clash');
        expect(
          clashes.map((f) => f.text),
          `${file}, ${plan}`,
        ).to.deep.equal([]);
        for (const section of song.sections) {
          section.bars.forEach((bar, b) => {
            for (const player of PLAYERS) {
              const where = `${file}, ${plan}, ${section.name}, bar ${b + 1}, ${player}`;
              const cells = bar.cells[player];
              expect(
                cells.some(({ cell }) => cell.kind === 'open'),
                where,
              ).to.equal(false);
              const plays = cells.filter(({ cell, push }) => cell.kind === 'grip' && push === 0);
              if (plays.length === 0 || bar.lines?.[player]) continue;
              const strikes = hitsOf(bar.hits[player]!, song.meter).filter(
                (h) => h.kind === 'ring' || h.kind === 'mute',
              );
              plays.forEach(({ at }, i) => {
                const until = plays[i + 1]?.at ?? barTicks(song.meter);
                expect(
                  strikes.some((h) => h.atTick >= at && h.atTick < until),
                  where,
                ).to.equal(true);
              });
            }
          });
        }
      }
    }).timeout(180_000);
  }

  it('a driven chorus rings at least as much as its verse', () => {
    for (const file of BANDS) {
      const song = splitBand(file);
      const ringing = (name: RegExp) => {
        const bars = song.sections.filter((s) => name.test(s.name)).flatMap((s) => s.bars);
        const strokes = bars.flatMap((bar) => hitsOf(bar.hits.guitar1 ?? '', song.meter));
        return share(
          strokes.filter((h) => h.kind === 'ring' || h.kind === 'mute'),
          (h) => h.kind === 'ring',
        );
      };
      if (
        song.sections.some((s) => /chorus/i.test(s.name)) &&
        song.sections.some((s) => /verse/i.test(s.name))
      ) {
        expect(ringing(/chorus/i), file).to.be.at.least(ringing(/verse/i));
      }
    }
  });
});
