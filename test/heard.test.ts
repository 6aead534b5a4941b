import { expect } from 'chai';
import fc from 'fast-check';
import { songFindings } from '../src/core/clash/index';
import { PLAYERS, type Player } from '../src/core/form/index';
import { readChart } from '../src/core/formats/index';
import {
  hear,
  spanOfBars,
  spansFrom,
  spansOfJoin,
  spansOfPlaying,
  type Heard,
} from '../src/core/heard/index';
import { momentsOf, songLength, unfold, type Song } from '../src/core/song/index';
import { Renderer, STEMS, type StringOp } from '../src/core/sound/index';
import { barTicks } from '../src/core/time/index';
import { demoTexts } from './fuzz/corpus';
import { SEED, song as anySong } from './generators';
import { timelineFrom } from './timeline';
import { levelDb } from './measures';
import { usually } from './usual';

const RATE = 48_000;
const START = { playing: 0, pass: 1, moment: 0 };
const read = (text: string): Song => {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return song;
};
const demo = (title: string) => readChart(demoTexts().find(([, text]) => text.includes(title))![1]).song;
const all = (song: Song, of: Partial<Parameters<typeof hear>[2]> = {}) =>
  hear(song, spansFrom(song, START), { rate: RATE, ...of });
const hzOf = (midi: number) => 440 * 2 ** ((midi - 69) / 12);
const near = (hz: number, midi: number) => Math.abs(1200 * Math.log2(hz / hzOf(midi))) < 2;
const opsOf = ({ plan }: Heard, player: Player) => plan.voices[PLAYERS.indexOf(player)]!.strings.flat();
const plucks = (heard: Heard, player: Player) =>
  opsOf(heard, player)
    .flatMap((op) => (op.op === 'pluck' ? [op] : []))
    .sort((a, b) => a.frame - b.frame);
/** What a string is doing at a frame: the pitch it sounds, or null. */
const soundsAt = (ops: readonly StringOp[], frame: number): number | null => {
  let hz: number | null = null;
  for (const op of ops) {
    if (op.frame > frame) break;
    hz = op.op === 'damp' ? null : op.hz;
  }
  return hz;
};
const stemsOf = (heard: Heard, seconds: number, from = 0) => {
  const renderer = new Renderer(heard.plan);
  if (from > 0) renderer.seek(Math.round(from * RATE));
  const frames = Math.round(seconds * RATE);
  const stems = STEMS.map(() => new Float32Array(frames));
  renderer.render(stems, frames);
  return stems;
};

describe('a song, heard', () => {
  for (const [name, text] of demoTexts()) {
    it(`${name}: lasts as long as it is said to, and every moment has its place`, () => {
      const { song } = readChart(text);
      const heard = all(song);
      // What rings at the end is let ring.
      expect(heard.plan.frames / RATE - songLength(song).seconds).to.be.within(-1e-3, 2.6);
      const moments = unfold(song).flatMap((p, playing) =>
        Array.from({ length: p.entry.times }, (_, i) =>
          momentsOf(p.section, { pass: i + 1, meter: p.meter }).map((_m, moment) => ({
            playing,
            pass: i + 1,
            moment,
          })),
        ).flat(),
      );
      expect(heard.places.map(({ place }) => place)).to.deep.equal(moments);
      for (let i = 1; i < heard.places.length; i += 1)
        expect(heard.places[i]!.frame).to.be.at.least(heard.places[i - 1]!.frame);
    });

    it(`${name}: what is judged to ring on is heard to ring on`, () => {
      const { song } = readChart(text);
      const heard = all(song, { ringsFree: true });
      const playings = unfold(song);
      const left = songFindings(song).filter((f) => f.kind === 'ring-over' && f.text.includes('rings on, '));
      for (const f of left) {
        const playing = playings.findIndex((p) => p.index === f.playing);
        const moments = momentsOf(playings[playing]!.section, {
          pass: f.pass,
          meter: playings[playing]!.meter,
        });
        const moment = moments.findLastIndex((m) => m.start <= f.from);
        const frame = heard.places.find(
          ({ place }) => place.playing === playing && place.pass === f.pass && place.moment === moment,
        )!.frame;
        const strings = heard.plan.voices[PLAYERS.indexOf(f.by!)]!.strings;
        const sounding = strings.map((ops) => soundsAt(ops, frame + 3000)).filter((hz) => hz !== null);
        expect(
          sounding.some((hz) => near(hz, f.pitches[0]!)),
          f.text,
        ).to.equal(true);
      }
    });
  }

  it('stops are silence within a tenth of a second, and who rings over one is heard', () => {
    const song = read(`tempo: 120
guitar1: gain 7
guitar2: gain 5
== A ==
chords | E5 |
guitar1 | 022xxx |
guitar1 hits | O---.... |
guitar2 | x799xx |
guitar2 hits | O---.... |
bass | 0xxx |
bass hits | O------- |
`);
    const [guitar1, guitar2, bass] = stemsOf(all(song), 2);
    for (const guitar of [guitar1!, guitar2!])
      expect(levelDb(guitar, RATE, [1.1, 1.2]) - levelDb(guitar, RATE, [0.8, 0.95])).to.be.below(-60);
    expect(levelDb(bass!, RATE, [1.1, 1.2]) - levelDb(bass!, RATE, [0.8, 0.95])).to.be.above(-10);
  });

  it('pushes and mutes are heard where they are written, swung', () => {
    const song = read(`tempo: 120
guitar1: gain 0
== A == swing 66%
chords | Am . . <F |
guitar1 | x02210 . . <133211 |
guitar1 hits | O-O--O-m |
`);
    const heard = all(song);
    const first = [...new Set(plucks(heard, 'guitar1').map((p) => p.frame))];
    // F comes an eighth before the fourth beat: swung, at two thirds of the third.
    const f = plucks(heard, 'guitar1').find((p) => p.frame > 1.2 * RATE)!;
    expect(f.frame / RATE).to.be.closeTo(1 + 0.5 * 0.66, 0.002);
    expect(first.length).to.be.above(8);
    const mute = plucks(heard, 'guitar1').at(-1)!;
    expect(mute.damp.t60).to.be.below(0.5);
  });

  it('lines are slid, bent, hammered, tapped, trilled, shaken and rung as harmonics as they are written', () => {
    const heard = all(
      read(`tempo: 60
guitar1: gain 3
== A ==
chords | Em | Em |
guitar1 line | 5@4 h7@4 s9@4 p7@4 | 9@3b1r 12@3n 5@2t7 8@1~ |
`),
    );
    const strings = heard.plan.voices[0].strings;
    // Strings from the lowest; ops in time.
    const words = (string: number) =>
      strings[string]!.map(
        (op) =>
          `${(op.frame / RATE).toFixed(2)} ${op.op}${op.op === 'damp' ? '' : ` ${Math.round(69 + 12 * Math.log2(op.hz / 440))}`}`,
      );
    expect(words(2)).to.deep.equal([
      '0.00 pluck 55',
      '1.00 tap 57',
      '1.91 glide 59',
      '3.00 tap 57',
      '4.00 damp',
    ]);
    // Bent by a whole tone and let down again; then the harmonic an octave over the open string, in two parts.
    const third = strings[3]!;
    expect(words(3).slice(0, 3)).to.deep.equal(['4.00 pluck 64', '4.05 glide 66', '4.55 glide 64']);
    const harmonic = third.find((op) => op.op === 'pluck' && op.frame === 5 * RATE)!;
    expect(harmonic.op === 'pluck' && [harmonic.part, Math.round(harmonic.hz)]).to.deep.equal([2, 196]);
    // A trill to and fro, thirteen times a second.
    const trill = strings[4]!.flatMap((op) =>
      op.op === 'tap' ? [Math.round(69 + 12 * Math.log2(op.hz / 440))] : [],
    );
    expect(trill.slice(0, 4)).to.deep.equal([66, 64, 66, 64]);
    expect(trill.length).to.be.within(10, 14);
    expect(strings[5]!.some((op) => op.op === 'glide' && op.vibratoCents > 0)).to.equal(true);
  });

  it('hits without pitch are short, weak ones softer, up-strokes go from the top', () => {
    const song = read(
      `tempo: 120
guitar1: gain 2
== A ==
chords | E5 |
guitar1 | 022xxx |
guitar1 hits | OoX.O^--- |
`.replace('OoX.O^---', 'OoX.O---'),
    );
    const list = plucks(all(song), 'guitar1');
    const [strong, weak, dead] = [0, 1, 2].map((n) =>
      list.filter((p) => Math.abs(p.frame - n * 12_000) < 2000),
    );
    expect(weak![0]!.amp).to.be.below(0.7 * strong![0]!.amp);
    expect(dead!.every((p) => p.damp.t60 < 0.1)).to.equal(true);
    // Alternate strokes: the second eighth goes up, so the highest string comes first.
    expect(strong![0]!.hz).to.be.below(strong!.at(-1)!.hz);
    expect(weak![0]!.hz).to.be.above(weak!.at(-1)!.hz);
  });

  it('sounds of sections and bars are turned on where they are used', () => {
    const song = read(`tempo: 120
guitar1: gain 2; sound dirt = gain 8, delay 300 ms
== A ==
chords | E5 | A5 |
guitar1 | 022xxx | x022xx |
== B == guitar1 sound dirt
chords | D5 |
guitar1 | xx023x |
`);
    const [voice] = all(song).plan.voices;
    expect(voice.settings.map(({ gain, delayFrames }) => [gain, delayFrames])).to.deep.equal([
      [2, null],
      [8, 14_400],
    ]);
    expect(voice.settings[1]!.frame / RATE).to.be.closeTo(4, 0.02);
  });

  it('a band tuned down sounds lower, and a capo higher', () => {
    const text = (extra: string) => `tempo: 120\n${extra}\n== A ==\nchords | E5 |\nguitar1 | 022xxx |\n`;
    const lowest = (extra: string) => plucks(all(read(text(extra))), 'guitar1')[0]!.hz;
    expect(near(lowest('guitar1: gain 1'), 40)).to.equal(true);
    expect(near(lowest('guitar1: capo 2'), 42)).to.equal(true);
  });

  it('a count-in is sticks before the music, and a loop goes round without it', () => {
    const song = demo('Nine Minute Bus');
    const heard = hear(song, spansOfPlaying(song, 1).slice(0, 1), { rate: RATE, countIn: 1, loop: true });
    const bar = (4 * 60) / 176;
    expect(heard.start / RATE).to.be.closeTo(bar, 1e-3);
    expect(heard.plan.drums.filter((d) => d.frame < heard.start).map((d) => d.hit)).to.deep.equal([
      'count-one',
      'count',
      'count',
      'count',
    ]);
    expect(heard.plan.loop).to.deep.equal({ from: heard.start, to: Math.round(9 * bar * RATE) });
    for (const player of PLAYERS)
      for (const op of opsOf(heard, player)) expect(op.frame).to.be.below(heard.plan.loop!.to);
  });

  it('what comes early into the first bar of a loop comes early into it each time round, and is struck once', () => {
    const song = demo('Nine Minute Bus');
    // Bar 4 of the riff begins with a push of an eighth; at 176 bpm that is 0.17 s.
    const eighth = 30 / 176;
    const span = spanOfBars(song, { playing: 0, pass: 1, from: 3, to: 3 });
    for (const countIn of [0, 1]) {
      const heard = hear(song, span, { rate: RATE, loop: true, countIn });
      const { from, to } = heard.plan.loop!;
      expect((to - from) / RATE).to.be.closeTo(240 / 176, 1e-3);
      const near = (frame: number) =>
        plucks(heard, 'guitar1').filter((p) => p.frame >= frame - 10 && p.frame < frame + 1500).length;
      const early = Math.round(eighth * RATE);
      expect(near(from - early))
        .to.equal(near(to - early))
        .and.to.be.above(0);
      expect(near(from)).to.equal(0);
      if (countIn === 0) expect(from / RATE).to.be.closeTo(eighth, 1e-3);
    }
  });

  it('what is before a pick-up is not played', () => {
    const song = read(`tempo: 60
== A == x2; pickup 1/4
chords | A5 | D5 |
guitar1 | 577xxx | x577xx |
`);
    const strokes = [...new Set(plucks(all(song), 'guitar1').map((p) => Math.floor(p.frame / RATE + 0.01)))];
    expect(strokes).to.deep.equal([1, 5, 9]);
  });

  it('a join is the last bars of one section and the first of the next', () => {
    const song = demo('Tramline Sparks');
    const spans = spansOfJoin(song, { playing: 0, pass: 1 });
    expect(spans.map((s) => s.playing)).to.deep.equal([0, 1]);
    // The verse is played twice: its first time goes into its second.
    expect(spansOfJoin(song, { playing: 1, pass: 1 }).map((s) => [s.playing, s.pass])).to.deep.equal([
      [1, 1],
      [1, 2],
    ]);
    const [ticks] = spans.map((s) => (s.to - s.from) / barTicks(unfold(song)[s.playing]!.meter));
    expect(ticks).to.equal(1);
    expect(spansOfJoin(song, { playing: unfold(song).length - 1, pass: 1 })).to.deep.equal([]);
  });

  it('a chord that is held where one begins is struck there', () => {
    const song = read('tempo: 120\n== A ==\nchords | Am | . |\nguitar1 | x02210 | . |\n');
    const heard = hear(song, spanOfBars(song, { playing: 0, pass: 1, from: 1, to: 1 }), { rate: RATE });
    expect(plucks(heard, 'guitar1').filter((p) => p.frame < 2000).length).to.equal(5);
  });

  it('a grip over two amplifiers is the same strings, apart', () => {
    const song = demo('Tramline Sparks');
    const spans = spansOfPlaying(song, 0);
    const one = hear(song, spans, { rate: RATE });
    const two = hear(song, spans, { rate: RATE, apart: { player: 'guitar1', strings: [2, 3] } });
    const of = (h: Heard, v: 0 | 1) => h.plan.voices[v].strings;
    of(two, 0).forEach((ops, s) => expect(ops).to.deep.equal([2, 3].includes(s) ? [] : of(one, 0)[s]));
    of(two, 1).forEach((ops, s) => expect(ops).to.deep.equal([2, 3].includes(s) ? of(one, 0)[s] : []));
    expect(two.plan.voices[1].settings).to.deep.equal(one.plan.voices[0].settings);
  });

  it('the hum stays in the voice’s range and on notes of the chord, only where somebody sings', () => {
    const song = read(`tempo: 60
voice: G3-E4
== A ==
chords | C | F |
voice | ~~~~.... | ~~~~~~~~ |
guitar1 | x32010 | 133211 |
`);
    const { hum } = all(song).plan;
    expect(hum.map((n) => [n.frame / RATE, n.frames / RATE])).to.deep.equal([
      [0, 2],
      [4, 4],
    ]);
    const midis = hum.map((n) => Math.round(69 + 12 * Math.log2(n.hz / 440)));
    for (const midi of midis) expect(midi).to.be.within(55, 64);
    expect([0, 4, 7]).to.include(midis[0]! % 12);
    expect([5, 9, 0]).to.include(midis[1]! % 12);
  });

  it('where everybody stops, the drummer stops with them', () => {
    const song = read(`tempo: 120
== A ==
chords | E5 | E5 |
guitar1 | 022xxx | 022xxx |
guitar1 hits | O---.... | O------- |
guitar2 | x799xx | x799xx |
guitar2 hits | O---.... | O------- |
bass | 0xxx | 0xxx |
bass hits | O---.... | O------- |
`);
    const drums = all(song).plan.drums.map((d) => d.frame / RATE);
    expect(drums.filter((at) => at >= 1 && at < 2)).to.deep.equal([]);
    expect(drums.filter((at) => at < 1).length).to.be.above(3);
  });
});

describe('laws of what is heard', () => {
  it('any song can be heard, its strings in time and in order', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom(0.4, 1, 1.2), fc.boolean(), (song, tempoShare, loop) => {
        const heard = hear(song, spansFrom(song, START), { rate: RATE, tempoShare, loop });
        for (const voice of heard.plan.voices) {
          expect(voice.settings[0]!.frame).to.equal(0);
          for (const ops of voice.strings) {
            ops.forEach((op, i) => {
              expect(Number.isInteger(op.frame) && op.frame >= 0).to.equal(true);
              if (i > 0) expect(op.frame).to.be.at.least(ops[i - 1]!.frame);
              if (op.op !== 'damp') expect(op.hz).to.be.within(15, 5000);
            });
          }
        }
        expect(hear(song, spansFrom(song, START), { rate: RATE, tempoShare, loop })).to.deep.equal(heard);
      }),
      { seed: SEED, numRuns: usually(60) },
    );
  });

  it('whatever is written, what sounds is sound: finite, small, and over at the end', () => {
    fc.assert(
      fc.property(anySong, fc.boolean(), (song, ringsFree) => {
        const heard = hear(song, spansFrom(song, START), { rate: 24_000, ringsFree });
        const renderer = new Renderer(heard.plan);
        const stems = STEMS.map(() => new Float32Array(24_000));
        for (let second = 0; second < 3; second += 1) {
          renderer.render(stems, 24_000);
          for (const stem of stems) expect(stem.every((x) => Math.abs(x) < 1.6)).to.equal(true);
        }
        renderer.seek(Math.max(0, heard.plan.frames - 100));
        renderer.render(stems, 24_000);
        for (const stem of stems) expect(stem.every((x) => Math.abs(x) < 1.6)).to.equal(true);
        expect(renderer.isOver).to.equal(true);
      }),
      { seed: SEED, numRuns: usually(25) },
    );
  });

  it('every stroke of the plain twin is heard, in time and in tune', () => {
    for (const [, text] of demoTexts()) {
      const { song } = readChart(text);
      const heard = all(song);
      for (const player of PLAYERS) {
        const ops = opsOf(heard, player)
          .flatMap((op) => (op.op === 'damp' ? [] : [op]))
          .sort((a, b) => a.frame - b.frame);
        let from = 0;
        for (const stroke of timelineFrom(song, START).strokes.filter((s) => s.player === player)) {
          const at = stroke.at * RATE;
          while (from < ops.length && ops[from]!.frame < at - 0.1 * RATE) from += 1;
          const here = ops.slice(from).filter((op) => op.frame < at + 0.35 * RATE);
          for (const pitch of stroke.pitches)
            expect(
              here.some((op) => near(op.hz, pitch)),
              `${song.title} ${player} ${stroke.at.toFixed(2)} s, ${pitch}`,
            ).to.equal(true);
        }
      }
    }
  });

  it('how fast it is played scales time and not pitch', () => {
    for (const [, text] of demoTexts()) {
      const { song } = readChart(text);
      const [usual, slow] = [all(song), all(song, { tempoShare: 0.5 })];
      slow.places.forEach((p, i) => expect(p.frame).to.be.closeTo(2 * usual.places[i]!.frame, 2));
      for (const player of PLAYERS) {
        const hz = (h: Heard) =>
          plucks(h, player)
            .map((p) => Math.round(10 * p.hz))
            .sort((a, b) => a - b);
        // A trill goes to and fro as fast; everything that is struck is struck as often.
        expect([...new Set(hz(slow))]).to.deep.equal([...new Set(hz(usual))]);
      }
    }
  });

  it('who rests is not heard, and the others sound as they did', () => {
    for (const [, text] of demoTexts()) {
      const { song } = readChart(text);
      const silent: Song = {
        ...song,
        sections: song.sections.map((section) => ({
          ...section,
          bars: section.bars.map((bar) => ({ ...bar, cells: { ...bar.cells, guitar2: [] }, lines: {} })),
          variants: [],
        })),
      };
      const without: Song = {
        ...song,
        sections: song.sections.map((section) => ({
          ...section,
          bars: section.bars.map((bar) => ({ ...bar, lines: {} })),
          variants: [],
        })),
      };
      const [a, b] = [stemsOf(all(without), 4), stemsOf(all(silent), 4)];
      expect(b[1]!.every((x) => x === 0)).to.equal(true);
      expect(b[0]).to.deep.equal(a[0]);
      expect(b[2]).to.deep.equal(a[2]);
    }
  });
});
