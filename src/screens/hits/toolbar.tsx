import { ordinal } from '../../core/base/index';
import { timesOf } from '../../core/clash/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import type { StrokeWay } from '../../core/hits/index';
import { occurrenceAt, strokeWay } from '../../core/song/index';
import { formatSwing, parseSwing, TICKS_PER_QUARTER } from '../../core/time/index';
import { Button, Choice, Menu } from '../../ui/index';
import { KeyCap } from '../keys/index';
import { usePorts } from '../ports';
import { leaderOf, type HitsPlace, type Outcome } from './actions';
import { setStrokes, strikeWith } from './hand-actions';
import type { HitsScope } from './scope';

export const DIVISIONS: readonly { readonly ticks: number; readonly words: string }[] = [
  { ticks: TICKS_PER_QUARTER / 2, words: '8ths' },
  { ticks: TICKS_PER_QUARTER / 3, words: 'triplets' },
  { ticks: TICKS_PER_QUARTER / 4, words: '16ths' },
  { ticks: TICKS_PER_QUARTER / 6, words: '16th triplets' },
  { ticks: TICKS_PER_QUARTER / 8, words: '32nds' },
];

const SWINGS = ['straight', '54%', '58%', '62%', '67%', '54% 16ths', '58% 16ths', '62% 16ths'];

interface Props {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly window: { readonly first: number; readonly count: number };
  readonly division: number;
  readonly onDivision: (ticks: number) => void;
  readonly onBars: (by: 1 | -1) => void;
  readonly onDo: (outcome: Outcome) => void;
  readonly onPatterns: () => void;
  readonly onForm: () => void;
  readonly onTold: (what: 'remarks' | 'beside' | 'like' | 'bar') => void;
}

/** What is looked at, how it is divided, how the selected player's hand goes, and whether it can. */
export function Toolbar(props: Props) {
  const { scope, cursor, window, division, onDivision, onBars, onDo, onPatterns, onForm, onTold } = props;
  const { desk } = usePorts();
  const { playing, section, connection, pass } = scope;
  const { player } = cursor;
  const rig = scope.song.players[player];
  const leader = leaderOf(scope, player);
  const total = scope.bars.length;
  const comes = occurrenceAt(scope.song, playing.index);
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-line px-4 py-1 max-sm:flex-nowrap max-sm:overflow-x-auto max-sm:px-2 max-sm:whitespace-nowrap max-sm:[&>*]:shrink-0">
      <h2 className="text-lg font-bold">{connection ? connection.words : playing.section.name}</h2>
      {connection ? (
        <span className="text-soft">
          {['', 'once', 'twice'][timesOf(connection)] ?? `${timesOf(connection)} times`} in the song
        </span>
      ) : (
        <span className="flex items-center text-soft">
          <Button
            look="quiet"
            aria-label="Bars before"
            disabled={window.first === 0}
            onClick={() => onBars(-1)}
          >
            ‹
          </Button>
          {window.count === 1
            ? `bar ${window.first + 1}`
            : `bars ${window.first + 1}–${window.first + window.count}`}{' '}
          of {total}
          {comes.which > 1 && `, ${ordinal(comes.which)} of ${comes.count} in the song`}
          <Button
            look="quiet"
            aria-label="Bars after"
            disabled={window.first + window.count >= total}
            onClick={() => onBars(1)}
          >
            ›
          </Button>
        </span>
      )}
      {!connection && playing.entry.times > 1 && (
        <span role="group" aria-label="Which time" className="flex gap-0.5">
          {Array.from({ length: playing.entry.times }, (_, i) => i + 1).map((n) => (
            <Button
              key={n}
              aria-pressed={n === pass}
              className={n === pass ? '!border-2 !border-ink font-bold' : ''}
              onClick={() => desk.getState().select({ pass: n, moment: 0 })}
            >
              {ordinal(n)} time
            </Button>
          ))}
        </span>
      )}
      <Choice
        label="Grid:"
        value={String(division)}
        items={DIVISIONS.map((d) => ({ value: String(d.ticks), label: d.words, hint: GRID_HINTS[d.words]! }))}
        onChoose={(ticks) => onDivision(Number(ticks))}
      />
      {!connection && (
        <>
          <Choice
            label="Swing:"
            value={formatSwing(section.swing ?? null)}
            items={swings(formatSwing(section.swing ?? null)).map((value) => ({
              value,
              label: value,
              hint: SWING_HINTS[value] ?? 'The first of each pair takes this share.',
            }))}
            onChoose={(value) => {
              const swing = parseSwing(value);
              if (swing.ok)
                onDo({
                  edit: { kind: 'setSwing', section: scope.address(0).section, swing: swing.value },
                  label: `${value} in ${section.name}`,
                });
            }}
          />
          <Choice
            label={`${PLAYER_WORDS[player]}:`}
            value={leader ?? strokeWay(section, player, rig)}
            items={handItems(player)}
            onChoose={(value) => onDo(handChosen(scope, player, value))}
          />
        </>
      )}
      <Button onClick={onPatterns}>
        Patterns <KeyCap of="a" />
      </Button>
      {!connection && <Button onClick={onForm}>Form</Button>}
      {!connection && (
        <Menu
          label="More"
          items={[
            {
              label: 'A part like another',
              hint: 'One player follows another here, until let go.',
              onSelect: () => onTold('like'),
            },
            {
              label: 'Either would be good',
              hint: scope.closed ?? 'Keep another way beside this bar, compare and swap.',
              disabled: scope.closed !== null,
              onSelect: () => onTold('beside'),
            },
            {
              label: 'This bar in writing',
              hint: scope.closed ?? 'Its chords, the voice, and what a player does, as the chart says it.',
              disabled: scope.closed !== null,
              onSelect: () => onTold('bar'),
            },
            {
              label: 'Remarks',
              hint: 'Told to everybody or one player, on the sheets.',
              onSelect: () => onTold('remarks'),
            },
          ]}
        />
      )}
    </div>
  );
}

const GRID_HINTS: Readonly<Record<string, string>> = {
  '8ths': 'Two places to the quarter: 1 & 2 &.',
  triplets: 'Three places to the quarter.',
  '16ths': 'Four places to the quarter: 1 e & a.',
  '16th triplets': 'Six places to the quarter.',
  '32nds': 'Eight places to the quarter, for tremolo and ruffs.',
};

const SWING_HINTS: Readonly<Record<string, string>> = {
  straight: 'Both of a pair are equally long.',
  '54%': 'Hardly swung, laid back.',
  '58%': 'Lightly swung eighths.',
  '62%': 'Plainly swung, not yet a shuffle.',
  '67%': 'A shuffle: the first takes two thirds, as in a triplet.',
};

function swings(now: string): readonly string[] {
  return SWINGS.includes(now) ? SWINGS : [now, ...SWINGS];
}

function handItems(player: Player) {
  const ways: readonly { value: StrokeWay | Player; label: string; hint: string }[] = [
    { value: 'alternate', label: 'alternate', hint: 'Down and up with the swing of the hand.' },
    { value: 'down', label: 'all down', hint: 'Every stroke down: tighter, and only so fast.' },
    ...PLAYERS.filter((p) => p !== player).map((p) => ({
      value: p,
      label: `with ${PLAYER_WORDS[p]}`,
      hint: `Strikes exactly when ${PLAYER_WORDS[p]} does, whatever is changed there.`,
    })),
  ];
  return ways;
}

function handChosen(scope: HitsScope, player: Player, value: StrokeWay | Player): Outcome {
  if (value !== 'alternate' && value !== 'down') return strikeWith(scope, player, value);
  const free = leaderOf(scope, player) === null ? null : strikeWith(scope, player, null);
  const way = setStrokes(scope, player, value);
  if (!free?.edit || !way.edit) return way;
  // Letting go and striking one's own way is one step; the hand that is set last must not tie again.
  return { edit: { kind: 'together', edits: [free.edit, ownHand(way.edit)] }, label: free.label };
}

function ownHand(edit: NonNullable<Outcome['edit']>): NonNullable<Outcome['edit']> {
  if (edit.kind !== 'setHand') return edit;
  const { with: _with, ...hand } = edit.hand;
  return { ...edit, hand };
}
