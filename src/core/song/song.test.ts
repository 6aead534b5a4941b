import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { gripCell, OPEN, openBar, PLAYERS, type Section } from '../form/index';
import { formatGrip, gripPitches, parseGrip } from '../grip/index';
import {
  applyEdit,
  cellAt,
  countOpen,
  emptySong,
  keyShift,
  momentsOf,
  readSong,
  saveSong,
  SONG_VERSION,
  songLength,
  unfold,
  type CellAddress,
  type Song,
} from './index';

const grip = (text: string, strings = 6) => {
  const read = parseGrip(text, strings);
  if (!read.ok) throw new Error(read.error);
  return gripCell(read.value);
};
const verse: Section = {
  name: 'Verse',
  bars: [
    openBar([{ at: 0, push: 0, chord: 'Dm' }]),
    openBar([
      { at: 0, push: 0, chord: 'Bb' },
      { at: 1920, push: 480, chord: 'C/E' },
    ]),
  ],
  variants: [],
  wishes: [],
};
const song: Song = {
  ...emptySong('Paper Kite'),
  key: 'Dm',
  sections: [verse],
  form: [
    { section: 'Verse', times: 2, plan: null, key: null },
    { section: 'Verse', times: 1, plan: null, key: 'Em' },
  ],
};
const at = (
  bar: number,
  index: number,
  player: CellAddress['player'] = 'guitar1',
  pass = 1,
): CellAddress => ({
  section: 'Verse',
  pass,
  player,
  bar,
  index,
});

describe('song', () => {
  it('counts bars, seconds and open cells', () => {
    expect(songLength(song)).to.deep.equal({ bars: 6, seconds: 12 });
    expect(countOpen(song)).to.equal(9);
    expect(songLength(emptySong('x')).bars).to.equal(0);
  });

  it('takes the shorter way to another key; relative keys are the same', () => {
    const shift = (key: string | null) => keyShift(song, { key, section: 'Verse' });
    expect([null, 'Dm', 'Em', 'Cm', 'F', 'G', 'Abm', 'Am'].map(shift)).to.deep.equal([
      0, 0, 2, -2, 0, 2, 6, -5,
    ]);
  });

  it('cuts a section into moments where a chord or a cell changes', () => {
    const moments = momentsOf(verse, { pass: 1, meter: song.meter });
    expect(moments.map((m) => [m.bar, m.at, m.ticks, m.chordText])).to.deep.equal([
      [0, 0, 3840, 'Dm'],
      [1, 0, 1920, 'Bb'],
      [1, 1920, 1920, 'C/E'],
    ]);
    expect(momentsOf(verse, { pass: 1, meter: song.meter })).to.equal(moments); // remembered
  });

  it('law: moments cover a section without gaps and never overlap', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        for (const section of s.sections) {
          let end = 0;
          for (const m of momentsOf(section, { pass: 1, meter: s.meter })) {
            expect(m.start).to.equal(end);
            expect(m.ticks).to.be.greaterThan(0);
            for (const p of PLAYERS) expect(m.soundTicks[p]).to.be.at.most(m.ticks);
            end += m.ticks;
          }
          expect(end).to.equal(section.bars.length * 3840);
        }
      }),
      { seed: SEED },
    );
  });
});

describe('edits', () => {
  it('set a cell and leave everything else the same object', () => {
    const cell = grip('000xxx');
    const next = applyEdit(song, { kind: 'setCells', changes: [{ at: at(0, 0), cell }] });
    expect(cellAt(next, at(0, 0))).to.equal(cell);
    expect(cellAt(song, at(0, 0))).to.equal(OPEN);
    expect(next.sections[0]!.bars[1]).to.equal(verse.bars[1]);
    expect(next.players).to.equal(song.players);
  });

  it('throw for an address that does not exist', () => {
    for (const wrong of [at(9, 0), at(0, 3), { ...at(0, 0), section: 'Nowhere' }]) {
      expect(() => applyEdit(song, { kind: 'setCells', changes: [{ at: wrong, cell: OPEN }] })).to.throw(
        RangeError,
      );
    }
  });

  it('on a later pass change that pass alone, also where nothing differed yet', () => {
    const cells = { bass: [{ at: 0, push: 0 as const, cell: OPEN }] };
    const varied = {
      ...song,
      sections: [{ ...verse, variants: [{ pass: 2, fromBar: 0, bars: [{ cells }] }] }],
    };
    const put = (player: CellAddress['player'], text: string, strings: number) =>
      applyEdit(varied, {
        kind: 'setCells',
        changes: [{ at: at(0, 0, player, 2), cell: grip(text, strings) }],
      });
    expect(cellAt(put('bass', 'xx0x', 4), at(0, 0, 'bass', 1))).to.equal(OPEN);
    expect(cellAt(put('bass', 'xx0x', 4), at(0, 0, 'bass', 2))).to.deep.equal(grip('xx0x', 4));
    expect(cellAt(put('guitar1', '000xxx', 6), at(0, 0, 'guitar1', 1))).to.equal(OPEN);
    expect(cellAt(put('guitar1', '000xxx', 6), at(0, 0, 'guitar1', 2))).to.deep.equal(grip('000xxx'));
  });

  it('reopen all but what is locked', () => {
    const locked = { ...grip('000xxx'), locked: true } as const;
    const filled = applyEdit(song, {
      kind: 'setCells',
      changes: [
        { at: at(0, 0), cell: locked },
        { at: at(1, 0), cell: grip('133xxx') },
      ],
    });
    const open = applyEdit(filled, { kind: 'reopen', section: 'Verse' });
    expect(cellAt(open, at(0, 0))).to.equal(locked);
    expect(cellAt(open, at(1, 0))).to.equal(OPEN);
    expect(applyEdit(filled, { kind: 'reopen', section: 'Chorus' }).sections[0]).to.equal(filled.sections[0]);
  });

  it('keep a finding once, with the latest reason, and let it go', () => {
    const finding = {
      section: 'Verse',
      pass: null,
      bar: 1,
      beat: null,
      kind: 'rub' as const,
      players: ['guitar1' as const],
      notes: ['Bb3'],
    };
    const once = applyEdit(song, { kind: 'keep', finding: { ...finding, reason: 'bite' } });
    const twice = applyEdit(once, { kind: 'keep', finding: { ...finding, reason: 'more bite' } });
    expect(twice.kept.map((k) => k.reason)).to.deep.equal(['more bite']);
    expect(applyEdit(twice, { kind: 'unkeep', finding }).kept).to.deep.equal([]);
  });

  it('give a moved playing a section of its own that sounds the same', () => {
    const filled = applyEdit(song, { kind: 'setCells', changes: [{ at: at(0, 0), cell: grip('xx0231') }] });
    const before = unfold(filled)[1]!.section;
    const own = applyEdit(filled, { kind: 'detach', entry: 1, name: 'Verse 2' });
    expect(own.form[1]).to.deep.equal({ section: 'Verse 2', times: 1, plan: null, key: null });
    expect(own.sections[1]).to.deep.equal({ ...before, name: 'Verse 2' });
    expect(() => applyEdit(song, { kind: 'detach', entry: 7, name: 'x' })).to.throw(RangeError);
  });
});

describe('unfolding', () => {
  it('law: conserves bars', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const last = unfold(s).at(-1)!;
        expect(last.firstBar + last.entry.times * last.section.bars.length).to.equal(songLength(s).bars);
      }),
      { seed: SEED },
    );
  });

  it('moves chords into the key and grips by the same distance', () => {
    const filled = applyEdit(song, {
      kind: 'setCells',
      changes: [
        { at: at(0, 0), cell: grip('xx0231') },
        { at: at(1, 0), cell: grip('x133xx') },
      ],
    });
    const moved = unfold(filled)[1]!.section;
    expect(moved.bars.flatMap((b) => b.chords.map((c) => c.chord))).to.deep.equal(['Em', 'C', 'D/F#']);
    const cells = moved.bars.map((b) => b.cells.guitar1[0]!.cell);
    const pitches = cells.map((c) => (c.kind === 'grip' ? gripPitches(c.grip, song.players.guitar1) : []));
    expect(pitches).to.deep.equal([
      [52, 59, 64, 67],
      [48, 55, 60],
    ]);
    expect(cells[1]!.kind === 'grip' && formatGrip(cells[1]!.grip)).to.equal('x355xx');
  });

  it('leaves a cell open that no hand can play in the new key', () => {
    const far = { ...song, form: [{ section: 'Verse', times: 1, plan: null, key: 'C#m' }] };
    const low = applyEdit(far, {
      kind: 'setCells',
      changes: [{ at: at(0, 0, 'bass'), cell: grip('0xx0', 4) }],
    });
    const cell = unfold(low)[0]!.section.bars[0]!.cells.bass[0]!.cell;
    expect(cell.kind).to.not.equal('rest');
    if (cell.kind === 'grip') expect(gripPitches(cell.grip, song.players.bass)).to.deep.equal([39, 54]);
  });
});

describe('saved songs', () => {
  const file = () =>
    JSON.parse(JSON.stringify(saveSong(song))) as { [key: string]: unknown; song: Record<string, unknown> };
  const problems = (json: unknown) => {
    const read = readSong(json);
    return read.ok ? [] : read.error.map((p) => `${p.path}: ${p.message}`);
  };

  it('law: a song saved as JSON and read back is the same', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        expect(readSong(JSON.parse(JSON.stringify(saveSong(s))))).to.deep.equal({ ok: true, value: s });
      }),
      { seed: SEED },
    );
  });

  it('tells a file that is not ours from one that is too new or has no version', () => {
    expect(problems({ hello: 1 })[0]).to.include('this is not an Orchestron song file');
    expect(problems(null)[0]).to.include('not an Orchestron song file');
    expect(problems([1])[0]).to.include('not an Orchestron song file');
    expect(problems({ ...file(), version: SONG_VERSION + 1 })[0]).to.include('made by a newer Orchestron');
    expect(problems({ ...file(), version: 0 })[0]).to.include('expected a file version from 1');
    expect(problems({ ...file(), version: undefined })[0]).to.include('found none');
  });

  it('names every place that is wrong', () => {
    const json = file();
    const broken = JSON.parse(
      JSON.stringify(json)
        .replace('"Dm"', '"H"')
        .replace('"chord":"Bb"', '"chord":"Bx9"')
        .replace('"cell":"?"', '"cell":"0000x"'),
    );
    const list = problems(broken);
    expect(list.some((p) => p.startsWith('song.key:'))).to.equal(true);
    expect(list.some((p) => p.startsWith('song.sections[0].bars[1].chords[0].chord:'))).to.equal(true);
    expect(list.some((p) => p.includes('has 5 strings'))).to.equal(true);
    expect(problems({ ...json, song: { ...json.song, tempo: 9000 } })[0]).to.include('tempo');
    expect(
      problems({
        ...json,
        song: { ...json.song, form: [{ section: 'Nope', times: 1, plan: null, key: null }] },
      })[0],
    ).to.include('there is no section "Nope"');
    expect(problems({ ...json, song: { ...json.song, surprise: 1 } })[0]).to.include('surprise');
  });
});
