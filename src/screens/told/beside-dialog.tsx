import { formatCell, ownCells, PLAYER_WORDS, type BesidePart, type Player } from '../../core/form/index';
import { formatLine } from '../../core/line/index';
import { cellAt, type CellAddress, type Edit, type OnPass, type Song } from '../../core/song/index';
import { effectOf } from '../../core/offers/index';
import type { Bar, Cell, OtherCell } from '../../core/form/index';
import type { Meter } from '../../core/time/index';
import { Button, Dialog, DialogEnd } from '../../ui/index';
import { findingWords } from '../split/finding-words';
import { HearButton } from '../listening/index';
import { usePorts } from '../ports';

interface Props {
  readonly song: Song;
  readonly bar: Bar | undefined;
  readonly on: OnPass;
  /** From 0, as it is played. */
  readonly index: number;
  readonly player: Player;
  readonly meter: Meter;
  /** The grip that is looked at, where one is. */
  readonly cell: CellAddress | null;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** What else would do in a bar or for a grip: kept beside it, compared, and swapped in one step. */
export function BesideDialog(props: Props) {
  return (
    <Dialog open={props.open} onClose={props.onClose} title="Either would be good">
      {props.open && props.bar && <Fields {...props} bar={props.bar} />}
    </Dialog>
  );
}

function Fields({ song, bar, on, index, player, meter, cell: at, onClose }: Props & { readonly bar: Bar }) {
  const { desk } = usePorts();
  const edit = (change: Edit, label: string) => desk.getState().edit(change, { label, decided: 'grip' });
  const who = PLAYER_WORDS[player];
  const where = { ...on, bar: index, player };
  const now: BesidePart = {
    cells: bar.cells[player],
    hits: bar.hits[player],
    line: bar.lines?.[player] ?? null,
  };
  const parts = bar.beside?.[player] ?? [];
  const strings = song.players[player].tuning.length;
  const words = (part: BesidePart) => partWords(part, { strings, meter });
  const cell = at ? cellAt(song, at) : null;
  return (
    <div className="flex flex-col gap-3" data-beside>
      {at && cell && cell.kind !== 'open' && cell.step === undefined && (
        <CellChoices {...{ song, at, cell, edit, who }} />
      )}
      <section aria-label="The whole bar">
        <h3 className="font-bold">
          {who}, bar {index + 1}
        </h3>
        <p className="frets my-1">
          <span className="text-soft">now</span> {words(now)}
        </p>
        <ul>
          {parts.map((part, i) => {
            const swap: Edit = { kind: 'swapBeside', change: { ...where, index: i, now } };
            return (
              <li key={i} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
                <span className="frets min-w-0 flex-1">{words(part)}</span>
                <Effect song={song} edit={swap} />
                <HearButton other={swap} label="the other way" />
                <Button onClick={() => edit(swap, `the other way for ${who}, bar ${index + 1}`)}>Swap</Button>
                <Button
                  look="quiet"
                  onClick={() =>
                    edit(
                      { kind: 'setBeside', change: { ...where, parts: parts.filter((_, n) => n !== i) } },
                      `forgot a way for ${who}, bar ${index + 1}`,
                    )
                  }
                >
                  Forget
                </Button>
              </li>
            );
          })}
        </ul>
        <Button
          disabled={parts.length >= MOST_BESIDE}
          onClick={() =>
            edit(
              { kind: 'setBeside', change: { ...where, parts: [...parts, now] } },
              `kept beside: ${who}, bar ${index + 1}`,
            )
          }
        >
          Keep this bar beside
        </Button>
        <p className="mt-1 text-[0.875rem] text-soft">
          What is kept stays when you write something else in the bar. Swapping puts it back and keeps what
          stood there.
        </p>
      </section>
      <DialogEnd onClose={onClose} />
    </div>
  );
}

/** So many ways are kept beside one bar. */
const MOST_BESIDE = 3;

function CellChoices(props: {
  song: Song;
  at: CellAddress;
  cell: OtherCell;
  edit: (change: Edit, label: string) => void;
  who: string;
}) {
  const { song, at, cell, edit, who } = props;
  const others = cell.or ?? [];
  const put = (next: Cell): Edit => ({ kind: 'setCells', changes: [{ at, cell: next }] });
  return (
    <section aria-label="This grip">
      <h3 className="font-bold">This grip</h3>
      <p className="frets my-1">
        <span className="text-soft">now</span> {formatCell({ ...cell, or: [], locked: false, guess: false })}
      </p>
      <ul>
        {others.map((other, i) => {
          const swap = put(swapped(cell, i));
          const text = formatCell(other);
          return (
            <li key={i} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
              <span className="frets min-w-0 flex-1">{text}</span>
              <Effect song={song} edit={swap} />
              <HearButton other={swap} label={text} />
              <Button onClick={() => edit(swap, `${text} for ${who}, bar ${at.bar + 1}`)}>Swap</Button>
              <Button
                look="quiet"
                onClick={() =>
                  edit(put({ ...cell, or: others.filter((_, n) => n !== i) }), `forgot ${text} for ${who}`)
                }
              >
                Forget
              </Button>
            </li>
          );
        })}
      </ul>
      <Button
        disabled={others.length >= MOST_BESIDE || others.some((o) => formatCell(o) === plain(cell))}
        onClick={() =>
          edit(put({ ...cell, or: [...others, bare(cell)] }), `kept beside: ${plain(cell)} for ${who}`)
        }
      >
        Keep this grip beside
      </Button>
    </section>
  );
}

/** The cell without locks, guesses and what is kept beside it. */
function bare({ or: _or, ...cell }: OtherCell): OtherCell {
  return { ...cell, locked: false, guess: false };
}

function plain(cell: OtherCell): string {
  return formatCell(bare(cell));
}

/** The cell with the one kept beside it in its place, locked and guessed as before. */
export function swapped(cell: OtherCell, i: number): Cell {
  const others = cell.or ?? [];
  const chosen = others[i]!;
  const or = others.map((one, n) => (n === i ? bare(cell) : one));
  return { ...chosen, locked: cell.locked, guess: cell.guess, or };
}

/** What a swap would change in what there is to say: "cures mud", "brings a rub". */
function Effect({ song, edit }: { song: Song; edit: Edit }) {
  const { cures, brings } = effectOf(song, edit);
  const kinds = (list: typeof cures) => [...new Set(list.map((f) => findingWords(f.kind)))].join(', ');
  const words = [
    ...(cures.length > 0 ? [`cures ${kinds(cures)}`] : []),
    ...(brings.length > 0 ? [`brings ${kinds(brings)}`] : []),
  ];
  return <span className="text-[0.8125rem] text-soft">{words.join('; ') || 'as good'}</span>;
}

function partWords(part: BesidePart, { strings, meter }: { strings: number; meter: Meter }): string {
  const cells = ownCells(part.cells).map((c) => formatCell(c.cell));
  return [
    cells.join(' ') || (part.line === null ? 'goes on' : ''),
    ...(part.line === null ? [] : [formatLine(part.line, { strings, meter })]),
    ...(part.hits === null ? [] : [part.hits]),
  ]
    .filter((text) => text !== '')
    .join(' · ');
}
