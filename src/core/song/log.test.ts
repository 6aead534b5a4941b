import { expect } from 'chai';
import fc from 'fast-check';
import { song as anySong } from '../../../test/generators';
import { barsOnPass, PLAYERS, type Player } from '../form/index';
import { readChart, writeChart } from '../formats/index';
import {
  applyEdit,
  backTo,
  DECISION_KINDS,
  decisionOf,
  isDay,
  mergeSongs,
  readSong,
  saveSong,
  takenBack,
  unfold,
  withDecision,
  type Decision,
  type Edit,
  type Rehearsal,
  type Song,
} from './index';
import { decision as decisionRules, isSavedDecision } from './saved-log';

const CHART = `title: Low Harbour
key: Am
== Verse ==
chords | Am | F | C | G |
guitar1 | 577xxx | 133xxx | x355xx | 355xxx |
guitar1 hits | O-O-O-O- | % | % | % |
== Chorus == plan wall
chords | F | G |
`;
const song = (): Song => readChart(CHART).song;
const WHAT = { id: 'd1', at: 1_700_000_000_000, kind: 'grip', words: 'rest for Guitar 1, bar 2' } as const;
const rest = { kind: 'rest', locked: false, guess: false } as const;
const cellAt = (bar: number, player: Player = 'guitar1') => ({
  section: 'Verse',
  pass: 1,
  player,
  bar,
  index: 0,
});
const silence = (bar: number): Edit => ({ kind: 'setCells', changes: [{ at: cellAt(bar), cell: rest }] });

/** The edit as the desk does it: with what it decided in the log. */
function decided(before: Song, edit: Edit, id = 'd1'): Song {
  const after = applyEdit(before, edit);
  return withDecision(after, decisionOf(before, after, { ...WHAT, id }));
}

const rehearsal = (part: Partial<Rehearsal> = {}): Rehearsal => ({
  id: 'r1',
  date: '2026-11-20',
  who: 'all of us',
  minutes: 90,
  reached: [{ section: 'Verse', into: null, tempo: 110, clean: true }],
  failed: [{ section: 'Verse', into: 'Chorus', bar: null, player: 'bass', words: 'too late' }],
  notes: '',
  ...part,
});

describe('the log of a song', () => {
  it('holds what was decided, with what it replaced', () => {
    const [entry] = decided(song(), silence(1)).log!.decisions;
    expect(entry).to.deep.include({ section: 'Verse', pass: 1, bar: 2, players: ['guitar1'] });
    expect(entry!.was).to.deep.equal([
      {
        section: 'Verse',
        pass: 1,
        bar: 2,
        player: 'guitar1',
        cells: '0:133xxx',
        hits: 'O-O-O-O-',
        line: null,
      },
    ]);
  });

  it('takes a decision back, whatever was decided since elsewhere', () => {
    const first = decided(song(), silence(1));
    const second = decided(first, silence(3), 'd2');
    const back = applyEdit(second, { kind: 'takeBack', id: 'd1' });
    const only = applyEdit(song(), silence(3));
    expect(writeChart(back)).to.equal(writeChart(only));
    expect(back.log!.decisions.map((d) => d.over ?? false)).to.deep.equal([true, false]);
    expect(() => applyEdit(back, { kind: 'takeBack', id: 'd1' })).to.throw(RangeError, 'already');
  });

  it('takes back a plan, and a finding that was kept', () => {
    const plan = decided(song(), { kind: 'setPlan', entry: 1, plan: 'lock' });
    expect(plan.log!.decisions[0]!.plan).to.deep.equal({ entry: 1, plan: 'wall', tune: '' });
    expect(applyEdit(plan, { kind: 'takeBack', id: 'd1' }).form[1]!.plan).to.equal('wall');
    const finding = {
      section: 'Verse',
      pass: 1,
      bar: 2,
      beat: 1,
      kind: 'mud',
      players: ['bass'],
      notes: [],
      reason: 'the bite',
    } as const;
    const kept = decided(song(), { kind: 'keep', finding });
    expect(applyEdit(kept, { kind: 'takeBack', id: 'd1' }).kept).to.deep.equal([]);
  });

  it('says why something cannot be taken back', () => {
    const gone = decided(song(), silence(1));
    const [entry] = gone.log!.decisions;
    const without = applyEdit(gone, { kind: 'dropPlaying', entry: 0 });
    expect(takenBack(without, entry!)).to.deep.equal({
      ok: false,
      error: 'Verse is not in the song any more',
    });
    const shorter = applyEdit(gone, {
      kind: 'setBars',
      section: 'Verse',
      change: { what: 'remove', from: 1, count: 3 },
    });
    expect(takenBack(shorter, shorter.log!.decisions[0]!).ok).to.equal(false);
    const nothing = decisionOf(song(), song(), WHAT);
    expect(takenBack(song(), nothing).ok).to.equal(false);
  });

  it('goes along when sections are called otherwise and bars move', () => {
    const start = applyEdit(decided(song(), silence(1)), {
      kind: 'log',
      change: { what: 'rehearsed', rehearsal: rehearsal() },
    });
    const named = applyEdit(start, { kind: 'renameSection', section: 'Verse', name: 'Quay' });
    expect(named.log!.decisions[0]).to.deep.include({ section: 'Quay', bar: 2 });
    expect(named.log!.rehearsals[0]!.failed[0]).to.include({ section: 'Quay', into: 'Chorus' });
    const moved = applyEdit(named, {
      kind: 'setBars',
      section: 'Quay',
      change: { what: 'repeat', from: 0, count: 1 },
    });
    expect(moved.log!.decisions[0]).to.deep.include({ bar: 3 });
    expect(moved.log!.decisions[0]!.was[0]).to.include({ section: 'Quay', bar: 3 });
  });

  it('takes what is tried in one place as one decision, and as none where it ends as it began', () => {
    const start = song();
    const one = applyEdit(start, silence(1));
    const first = withDecision(one, decisionOf(start, one, WHAT));
    const other: Edit = {
      kind: 'setCells',
      changes: [{ at: cellAt(1), cell: { ...rest, guess: true } }],
    };
    const two = applyEdit(first, other);
    const second = withDecision(two, decisionOf(first, two, { ...WHAT, id: 'd2', at: WHAT.at + 60_000 }));
    expect(second.log!.decisions.map((d) => [d.id, d.was[0]!.cells])).to.deep.equal([['d2', '0:133xxx']]);
    const was = start.sections[0]!.bars[1]!.cells.guitar1[0]!.cell;
    const three = applyEdit(second, { kind: 'setCells', changes: [{ at: cellAt(1), cell: was }] });
    const third = withDecision(three, decisionOf(second, three, { ...WHAT, id: 'd3', at: WHAT.at + 90_000 }));
    expect(third).to.not.have.property('log');
    const later = withDecision(two, decisionOf(first, two, { ...WHAT, id: 'd2', at: WHAT.at + 3_600_000 }));
    expect(later.log!.decisions).to.have.length(2);
  });

  it('keeps rehearsals by their days, each once', () => {
    const put = (now: Song, one: Rehearsal) =>
      applyEdit(now, { kind: 'log', change: { what: 'rehearsed', rehearsal: one } });
    const two = put(put(song(), rehearsal()), rehearsal({ id: 'r0', date: '2026-11-13' }));
    expect(two.log!.rehearsals.map((r) => r.id)).to.deep.equal(['r0', 'r1']);
    const again = put(two, rehearsal({ minutes: 60 }));
    expect(again.log!.rehearsals.map((r) => r.minutes)).to.deep.equal([90, 60]);
    expect(() => put(song(), rehearsal({ date: '2026-02-30' }))).to.throw(RangeError, '2026-02-30');
    const none = applyEdit(put(song(), rehearsal()), {
      kind: 'log',
      change: { what: 'dropRehearsal', id: 'r1' },
    });
    expect(none).to.not.have.property('log');
  });

  it('knows days', () => {
    for (const day of ['2026-11-27', '2028-02-29', '2000-02-29']) expect(isDay(day), day).to.equal(true);
    for (const day of ['2026-02-29', '1900-02-29', '2026-13-01', '2026-00-10', '26-1-1', ''])
      expect(isDay(day), day).to.equal(false);
  });

  it('stays with the song through versions and a typed chart, and stands in its file', () => {
    const start = decided(song(), silence(1));
    const kept = applyEdit(start, { kind: 'keepVersion', name: 'before' });
    expect(kept.versions![0]!.song).to.not.have.property('log');
    const back = applyEdit(kept, { kind: 'toVersion', name: 'before' });
    expect(back.log).to.equal(kept.log);
    const read = readSong(JSON.parse(JSON.stringify(saveSong(kept))));
    expect(read).to.deep.equal({ ok: true, value: kept });
  });

  it('says with its path what is wrong in a file', () => {
    const saved = JSON.parse(
      JSON.stringify(
        saveSong(
          applyEdit(decided(song(), silence(1)), {
            kind: 'log',
            change: { what: 'rehearsed', rehearsal: rehearsal() },
          }),
        ),
      ),
    );
    saved.song.log.decisions.push({ ...saved.song.log.decisions[0], kind: 'whim' });
    saved.song.log.rehearsals[0].date = '2026-99-01';
    const read = readSong(saved);
    const paths = read.ok ? [] : read.error.map((p) => p.path);
    expect(paths).to.include('song.log.decisions[1].kind');
    expect(paths).to.include('song.log.rehearsals[0].date');
    const twice = JSON.parse(JSON.stringify(saveSong(decided(song(), silence(1)))));
    twice.song.log.decisions.push(twice.song.log.decisions[0]);
    const doubled = readSong(twice);
    expect(!doubled.ok && doubled.error[0]!.message).to.include('already an entry');
  });

  it('joins the logs of two tabs', () => {
    const base = decided(song(), silence(0), 'a');
    const [mine, theirs] = [decided(base, silence(1), 'b'), decided(base, silence(2), 'c')];
    const { song: merged, clashes } = mergeSongs(base, { mine, theirs }, () => 'mine');
    expect(clashes).to.deep.equal([]);
    expect(merged.log!.decisions.map((d) => d.id)).to.have.members(['a', 'b', 'c']);
  });

  it('law: what a decision replaced is there again when it is taken back', () => {
    fc.assert(
      fc.property(anySong, fc.nat(), fc.nat(), fc.constantFrom(...PLAYERS), (start, s, b, player) => {
        const section = start.sections[s % start.sections.length];
        if (!section || section.like?.[player]) return;
        const bars = barsOnPass(section, 1);
        const bar = b % bars.length;
        const edit: Edit = {
          kind: 'setParts',
          changes: [
            {
              section: section.name,
              pass: 1,
              player,
              bar,
              cells: [{ at: 0, push: 0, cell: rest }],
              hits: null,
              line: null,
            },
          ],
        };
        const before = applyEdit(start, edit);
        // The way there and back: what is decided the second time replaces what the song said at first.
        const after = decided(before, {
          kind: 'setParts',
          changes: [
            {
              section: section.name,
              pass: 1,
              player,
              bar,
              cells: bars[bar]!.cells[player],
              hits: bars[bar]!.hits[player],
              line: bars[bar]!.lines?.[player] ?? null,
            },
          ],
        });
        const [entry] = after.log!.decisions;
        if (entry!.was.length === 0) return;
        const back = applyEdit(after, { kind: 'takeBack', id: entry!.id });
        expect(writeChart(back)).to.equal(writeChart(before));
      }),
      { seed: 19, numRuns: 150 },
    );
  });

  it('of one playing alone is told as that, and taken back there alone', () => {
    const start = readChart(`${CHART}== Verse ==\n`).song;
    const at = { ...cellAt(1), entry: 2, times: 1 };
    const once: Edit = { kind: 'here', entry: 2, edit: { kind: 'setCells', changes: [{ at, cell: rest }] } };
    const after = decided(start, once);
    expect(after.log!.decisions[0]!.was).to.deep.equal([
      {
        section: 'Verse',
        pass: 1,
        bar: 2,
        entry: 2,
        player: 'guitar1',
        cells: '0:133xxx',
        hits: 'O-O-O-O-',
        line: null,
      },
    ]);
    const barsOf = (s: Song) =>
      unfold(s).map((playing) => barsOnPass(playing.section, 1).map((b) => b.cells.guitar1));
    expect(barsOf(after)).to.not.deep.equal(barsOf(start));
    const back = applyEdit(after, { kind: 'takeBack', id: 'd1' });
    expect(barsOf(back)).to.deep.equal(barsOf(start));
    const read = readSong(JSON.parse(JSON.stringify(saveSong(after))));
    expect(read.ok && read.value.log).to.deep.equal(after.log);
    // Where the form is another one by now it says so.
    const moved = applyEdit(after, { kind: 'dropPlaying', entry: 2 });
    const told = takenBack(moved, moved.log!.decisions[0]!);
    expect(told.ok ? '' : told.error).to.include('The form has changed since');
  });

  it('going back to a version keeps what was there, once, and is taken back whole', () => {
    const first = applyEdit(song(), { kind: 'keepVersion', name: 'Early' });
    const later = applyEdit(first, { kind: 'setHead', change: { tempo: 91 } });
    const back = (s: Song, name: string, id: string) => {
      const after = applyEdit(s, backTo(s, name));
      return withDecision(after, decisionOf(s, after, { ...WHAT, kind: 'back', id }));
    };
    const there = back(later, 'Early', 'd1');
    expect(there.tempo).to.equal(song().tempo);
    expect(there.versions!.map((v) => v.name)).to.deep.equal(['Early', 'before “Early”']);
    expect(there.log!.decisions[0]!.version).to.equal('before “Early”');
    const again = applyEdit(there, { kind: 'takeBack', id: 'd1' });
    expect(again.tempo).to.equal(91);
    expect(again.log!.decisions[0]!.over).to.equal(true);
    // What is kept already is not kept twice.
    expect(back(again, 'Early', 'd2').versions).to.have.length(2);
    const read = readSong(JSON.parse(JSON.stringify(saveSong(there))));
    expect(read.ok && read.value.log).to.deep.equal(there.log);
    expect(() => backTo(song(), 'Nowhere')).to.throw(RangeError);
  });

  it('law: what was decided for one playing alone is there again as it was', () => {
    let tried = 0;
    fc.assert(
      fc.property(anySong, fc.nat(), fc.nat(), fc.constantFrom(...PLAYERS), (start, e, b, player) => {
        const entry = e % Math.max(1, start.form.length);
        const playing = unfold(start)[entry];
        if (!playing || playing.entry !== start.form[entry] || playing.section.like?.[player]) return;
        const { section, times } = start.form[entry]!;
        const count = barsOnPass(playing.section, 1).length;
        if (count === 0) return;
        const part = { section, pass: 1, times, entry, player, bar: b % count };
        const cells = [{ at: 0, push: 0, cell: rest }] as const;
        const change = { ...part, cells, hits: null, line: null };
        const after = decided(start, { kind: 'here', entry, edit: { kind: 'setParts', changes: [change] } });
        const [known] = after.log!.decisions;
        if (!known || known.was.length === 0) return;
        tried += 1;
        const played = (s: Song) =>
          barsOnPass(unfold(s)[entry]!.section, 1).map((bar) => [
            bar.cells[player],
            bar.hits[player],
            bar.lines?.[player] ?? null,
          ]);
        expect(played(applyEdit(after, { kind: 'takeBack', id: known.id }))).to.deep.equal(played(start));
      }),
      { seed: 19, numRuns: 150 },
    );
    expect(tried).to.be.greaterThan(20);
  });

  it('law: what is plainly a decision is one by the rules too', () => {
    const text = fc.constantFrom('', 'Verse', 'x');
    const part = fc.record({
      section: text,
      pass: fc.constantFrom<unknown>(1, 0, 2.5, null),
      entry: fc.constantFrom<unknown>(undefined, 0, 3, -1, 'x'),
      bar: fc.constantFrom<unknown>(1, -1, '1'),
      player: fc.constantFrom<unknown>('bass', 'drums'),
      cells: fc.constantFrom<unknown>('', '0:r', 7),
      hits: fc.constantFrom<unknown>(null, 'O-', 1),
      line: fc.constantFrom<unknown>(null, '5@1'),
    });
    const value = fc.record(
      {
        id: text,
        at: fc.constantFrom<unknown>(0, 1.5, -1, 'now'),
        kind: fc.constantFrom<unknown>(...DECISION_KINDS, 'whim'),
        words: text,
        section: fc.constantFrom<unknown>(null, 'Verse', 3),
        pass: fc.constantFrom<unknown>(null, 1, 0),
        bar: fc.constantFrom<unknown>(null, 1, 'x'),
        players: fc.constantFrom<unknown>([], ['bass'], ['drums'], 'bass'),
        was: fc.array(part, { maxLength: 2 }),
        over: fc.constantFrom<unknown>(undefined, true, false),
        odd: fc.constantFrom<unknown>(undefined, 1),
      },
      { requiredKeys: ['id', 'at', 'kind', 'words', 'section', 'pass', 'bar', 'players', 'was'] },
    );
    let plain = 0;
    fc.assert(
      fc.property(value, (one) => {
        if (!isSavedDecision(one)) return;
        plain += 1;
        const clean: unknown = JSON.parse(JSON.stringify(one));
        expect(decisionRules.isValidSync(clean, { strict: true })).to.equal(true);
      }),
      { seed: 19, numRuns: 20_000 },
    );
    expect(plain).to.be.greaterThan(10);
    const entry: Decision = decisionOf(song(), applyEdit(song(), silence(1)), WHAT);
    expect(isSavedDecision(entry)).to.equal(true);
  });
});
