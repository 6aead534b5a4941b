import { expect } from 'chai';
import fc from 'fast-check';
import { bar as anyBar, SEED, song as anySong } from '../../../test/generators';
import { PLAYERS, type Cell } from '../form/index';
import { applyEdit, saveSong, type CellChange, type Edit } from './index';
import { isSavedBar } from './saved-bar';
import { bar as barRules } from './saved-schema';

const accepts = (value: unknown): boolean => {
  try {
    barRules.validateSync(value, { strict: true, abortEarly: true });
    return true;
  } catch {
    return false;
  }
};

const junk = fc.constantFrom<unknown>(
  null,
  undefined,
  -1,
  0.5,
  '',
  'x',
  '~.',
  [],
  {},
  [null],
  { at: 0 },
  true,
  241,
  '0',
);

describe('a saved bar, read quickly', () => {
  it('accepts every bar that is saved', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const section of saveSong(song).song.sections)
          for (const one of section.bars) expect(isSavedBar(JSON.parse(JSON.stringify(one)))).to.equal(true);
      }),
      { seed: SEED, numRuns: 40 },
    );
  });

  it('law: accepts nothing that the rules refuse', () => {
    const keys = ['chords', 'cells', 'hits', 'voice', 'lines', 'more'];
    const inner = ['guitar1', 'bass', 'at', 'push', 'cell', 'chord', '0'];
    fc.assert(
      fc.property(
        anyBar,
        fc.constantFrom(...keys),
        fc.constantFrom(...inner),
        junk,
        fc.nat(2),
        (any, key, deep, value, depth) => {
          const saved = {
            chords: any.chords,
            cells: { guitar1: [], guitar2: [], bass: [{ at: 0, push: 0, cell: 'r' }] },
            hits: any.hits,
            voice: any.voice,
          };
          const spoiled = JSON.parse(JSON.stringify(saved)) as Record<string, unknown>;
          if (depth === 0) spoiled[key] = value;
          else {
            const at = spoiled[key] as Record<string, unknown> | null | undefined;
            const list =
              depth === 2 && at && typeof at === 'object' ? (Object.values(at).flat()[0] as typeof at) : at;
            if (list && typeof list === 'object') list[deep] = value;
          }
          if (isSavedBar(spoiled)) expect(accepts(spoiled), JSON.stringify(spoiled)).to.equal(true);
        },
      ),
      { seed: SEED, numRuns: 600 },
    );
  });
});

describe('many cells at once', () => {
  it('law: are the same as one after the other', () => {
    const cell = fc.constantFrom<Cell>({ kind: 'open' }, { kind: 'rest', locked: true, guess: false });
    fc.assert(
      fc.property(anySong, fc.infiniteStream(cell), (song, cells) => {
        const changes = song.sections.flatMap((section) =>
          section.bars.flatMap((bar, b) =>
            PLAYERS.flatMap((player) =>
              bar.lines?.[player]
                ? []
                : bar.cells[player].map((_, index): CellChange => ({
                    at: { section: section.name, pass: 1, player, bar: b, index },
                    cell: cells.next().value!,
                  })),
            ),
          ),
        );
        const many = [...changes, ...changes, ...changes];
        fc.pre(many.length >= 24);
        const step = (change: CellChange): Edit => ({ kind: 'setCells', changes: [change] });
        let plain = song;
        let isApplicable = true;
        try {
          for (const change of many) plain = applyEdit(plain, step(change));
        } catch {
          isApplicable = false; // a line on this pass, or a cell that opening others moved
        }
        fc.pre(isApplicable);
        const once = applyEdit(song, { kind: 'setCells', changes: many });
        expect(once.sections.map((s) => s.bars.length)).to.deep.equal(
          plain.sections.map((s) => s.bars.length),
        );
        for (const { at } of changes) {
          const of = (s: typeof song) =>
            s.sections.find((x) => x.name === at.section)!.bars[at.bar]!.cells[at.player][0];
          expect(of(once)).to.deep.equal(of(plain));
        }
      }),
      { seed: SEED, numRuns: 40 },
    );
  });
});
