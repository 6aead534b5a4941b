import { expect } from 'chai';
import fc from 'fast-check';
import { song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { applyEdit, type Failure, type Reached, type Rehearsal, type Song } from '../song/index';
import { openQuestions, practiceFor, progressOf } from './index';

const CHART = `title: Low Harbour
key: Am
tempo: 120
== Verse ==
chords | Am | F~ | C | G |
voice | ~~~~....? | | | |
guitar1 | 577xxx~ | 133xxx/x88xxx | x355xx | 355xxx! |
guitar1 hits | ~O-O-O-O- | O-O- | % | % |
== Chorus == x2
chords | F | G |
guitar1 | 133xxx | 355xxx |
-- pass 2: bar 2 --
guitar1 | 3x0033~ |
== Coda == tempo 90
chords | Am |
`;
const song = (): Song => readChart(CHART).song;

const rehearsed = (now: Song, ...list: readonly Partial<Rehearsal>[]): Song =>
  list.reduce<Song>(
    (s, part, i) =>
      applyEdit(s, {
        kind: 'log',
        change: {
          what: 'rehearsed',
          rehearsal: {
            id: `r${i}`,
            date: `2026-11-${10 + i}`,
            who: '',
            minutes: null,
            reached: [],
            failed: [],
            notes: '',
            ...part,
          },
        },
      }),
    now,
  );
const at = (section: string, tempo: number, clean: boolean, into: string | null = null): Reached => ({
  section,
  into,
  tempo,
  clean,
});
const failed = (section: string, words: string, into: string | null = null): Failure => ({
  section,
  into,
  bar: null,
  player: null,
  words,
});

describe('open questions', () => {
  it('are everything that is marked a guess or kept beside something', () => {
    const asked = openQuestions(song()).map((q) => `${q.section} ${q.pass}:${q.bar} ${q.asks} ${q.now}`);
    expect(asked).to.deep.equal([
      'Verse 1:1 the voice sings ~~~~....',
      'Verse 1:1 Guitar 1 plays 577xxx',
      'Verse 1:1 Guitar 1 strikes O-O-O-O-',
      'Verse 1:2 the chord is F',
      'Verse 1:2 Guitar 1 plays 133xxx',
      'Chorus 2:2 Guitar 1 plays 3x0033',
    ]);
  });

  it('offer what else was kept, as an edit', () => {
    const question = openQuestions(song()).find((q) => q.others.some((o) => o.words === 'x88xxx'))!;
    const other = question.others.find((o) => o.words === 'x88xxx')!;
    const next = applyEdit(song(), other.edit);
    expect(openQuestions(next).map((q) => q.id)).to.not.include(question.id);
    expect(next.sections[0]!.bars[1]!.cells.guitar1[0]!.cell).to.deep.include({
      grip: [null, 8, 8, null, null, null],
    });
  });

  it('law: each question is settled by its edit, and then it is not asked again', () => {
    fc.assert(
      fc.property(anySong, fc.nat(), (start, n) => {
        const all = openQuestions(start);
        expect(new Set(all.map((q) => q.id)).size).to.equal(all.length);
        const one = all[n % Math.max(1, all.length)];
        if (!one) return;
        const next = applyEdit(start, one.settle);
        expect(openQuestions(next).map((q) => q.id)).to.not.include(one.id);
        for (const other of one.others)
          expect(openQuestions(applyEdit(start, other.edit)).map((q) => q.id)).to.not.include(one.id);
      }),
      { seed: 19, numRuns: 150 },
    );
  });
});

describe('progress', () => {
  it('is the fastest of each day, clean or not, against the tempo that is wanted', () => {
    const start = rehearsed(
      song(),
      { reached: [at('Verse', 90, true), at('Verse', 110, false), at('Coda', 60, true)] },
      { reached: [at('Verse', 100, true), at('Verse', 80, true, 'Chorus')] },
    );
    const progress = progressOf(start);
    expect(progress.map((p) => [p.section, p.into, p.wanted, p.best])).to.deep.equal([
      ['Verse', null, 120, 100],
      ['Coda', null, 90, 60],
      ['Verse', 'Chorus', 120, 80],
    ]);
    expect(progress[0]!.days).to.deep.equal([
      { date: '2026-11-10', tempo: 110, clean: 90 },
      { date: '2026-11-11', tempo: 100, clean: 100 },
    ]);
  });

  it('knows the way from a pass into the next one', () => {
    const start = rehearsed(song(), { reached: [at('Chorus', 120, true, 'Chorus')] });
    expect(progressOf(start).map((p) => [p.section, p.into, p.best])).to.deep.equal([
      ['Chorus', 'Chorus', 120],
    ]);
    expect(practiceFor(start).some((p) => p.section === 'Chorus' && p.into === 'Chorus')).to.equal(false);
  });

  it('does not speak of sections that are gone', () => {
    const start = rehearsed(song(), { reached: [at('Bridge', 90, true)] });
    expect(progressOf(start)).to.deep.equal([]);
  });
});

describe('what to practise', () => {
  const order = (s: Song) =>
    practiceFor(s).map((p) => `${p.why} ${p.section}${p.into ? ` > ${p.into}` : ''}`);

  it('begins with everything that was never rehearsed', () => {
    expect(order(song()).filter((one) => !one.startsWith('join'))).to.deep.equal([
      'new Verse',
      'new Chorus',
      'new Coda',
    ]);
  });

  it('has what failed before what is close to its tempo before what is far from it', () => {
    const start = rehearsed(
      song(),
      { failed: [failed('Chorus', 'an old story')] },
      {
        reached: [at('Verse', 110, true), at('Chorus', 60, true), at('Coda', 80, false)],
        failed: [failed('Coda', 'the last chord')],
      },
    );
    expect(order(start).filter((one) => !one.startsWith('join'))).to.deep.equal([
      'failed Coda',
      'near Verse',
      'far Chorus',
    ]);
  });

  it('leaves out what is ready, unless it failed at the last rehearsal', () => {
    const ready = rehearsed(song(), { reached: [at('Verse', 120, true)] });
    expect(order(ready)).to.not.include('near Verse');
    const slipped = rehearsed(
      song(),
      { reached: [at('Verse', 120, true)] },
      { failed: [failed('Verse', '')] },
    );
    expect(practiceFor(slipped).find((p) => p.section === 'Verse' && p.into === null)).to.include({
      why: 'failed',
      words: 'failed at the last rehearsal',
      from: 110,
      wanted: 120,
    });
  });

  it('what failed stands until it went clean at its tempo, also when others were rehearsed since', () => {
    const once = rehearsed(
      song(),
      { reached: [at('Verse', 120, true)], failed: [failed('Verse', 'the push'), failed('Chorus', '')] },
      { reached: [at('Coda', 90, true)] },
    );
    const of = (s: Song, section: string) =>
      practiceFor(s).find((p) => p.section === section && p.into === null);
    expect(of(once, 'Verse')).to.include({ why: 'failed', words: 'the push' });
    expect(of(once, 'Chorus')).to.include({ why: 'failed', words: 'failed when it was last rehearsed' });
    const cleaned = rehearsed(once, { reached: [at('Verse', 120, true)] });
    expect(of(cleaned, 'Verse')).to.equal(undefined);
    // The same evening: it failed, and then it went.
    const { id, ...tonight } = cleaned.log!.rehearsals.at(-1)!;
    const sameDay = applyEdit(cleaned, {
      kind: 'log',
      change: {
        what: 'rehearsed',
        rehearsal: { ...tonight, id, failed: [{ ...failed('Verse', 'late'), over: true }] },
      },
    });
    expect(of(sameDay, 'Verse')).to.equal(undefined);
  });

  it('what was clean once and not the last time is not ready', () => {
    const slipped = rehearsed(
      song(),
      { reached: [at('Verse', 120, true)] },
      { reached: [at('Verse', 116, false)] },
    );
    expect(practiceFor(slipped).find((p) => p.section === 'Verse' && p.into === null)).to.include({
      why: 'near',
      words: '120 of 120 clean once, not the last time',
    });
    const faster = rehearsed(
      song(),
      { reached: [at('Verse', 120, true)] },
      { reached: [at('Verse', 130, false)] },
    );
    expect(practiceFor(faster).some((p) => p.section === 'Verse' && p.into === null)).to.equal(false);
  });

  it('law: everything once, to be begun no faster than it is wanted', () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: 20, max: 400 }), (start, tempo) => {
        const name = start.sections[0]?.name;
        const now = name === undefined ? start : rehearsed(start, { reached: [at(name, tempo, true)] });
        const items = practiceFor(now);
        const keys = items.map((p) => `${p.section}\n${p.into ?? ''}`);
        expect(new Set(keys).size).to.equal(keys.length);
        for (const item of items) expect(item.from).to.be.at.most(Math.round(item.wanted) + 1e-9);
      }),
      { seed: 19, numRuns: 60 },
    );
  });
});
