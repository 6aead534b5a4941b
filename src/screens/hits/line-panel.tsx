import { useState } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { fingeringsOf, formatFingering, type Fingering } from '../../core/grip/index';
import { HARMONIES, plainNote, stepGrip, stepTrouble, type Line, type LineStep } from '../../core/line/index';
import { barTicks } from '../../core/time/index';
import { Button, Menu, useWidth, type MenuItem } from '../../ui/index';
import { KeyCap } from '../keys/index';
import { Neck } from '../../views/index';
import { barOf, type HitsPlace, type Outcome } from './actions';
import { applyWay, NOTE_WAYS } from './note-ways';
import {
  changeStep,
  harmony,
  lineText,
  octaves,
  putNote,
  rootsForBass,
  setLine,
  stepAt,
  typedLine,
  unison,
} from './line-actions';
import type { HitsScope } from './scope';

interface Props {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly line: Line;
  readonly onDo: (outcome: Outcome) => void;
  /** One place further, after a note was put with the pointer. */
  readonly onStep: () => void;
}

/** A line note by note: typed as text, put on the neck, and what a second part can be made of it. */
export function LinePanel({ scope, cursor, line, onDo, onStep }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { player, tick } = cursor;
  const rig = scope.song.players[player];
  const inBar = tick % barTicks(scope.meter);
  const step = stepAt(line, inBar);
  const index = step ? line.indexOf(step) : -1;
  const trouble = index < 0 ? null : stepTrouble(line, index, rig);
  return (
    <div className="flex min-w-0 flex-col gap-1" data-line-panel>
      <div className="flex flex-wrap items-center gap-2">
        <b>
          {PLAYER_WORDS[player]}’s line, {scope.barNames[barOf(scope, tick)]}
        </b>
        <LineField
          key={`${scope.id} ${player} ${barOf(scope, tick)} ${lineText(scope, player, line)}`}
          {...{ scope, cursor, line, onDo }}
        />
        <Menu
          label="This note"
          items={[
            ...NOTE_WAYS.map((way) => ({
              label: `${way.words[0]!.toUpperCase()}${way.words.slice(1)} (${way.key === way.key.toLowerCase() ? way.key : `shift ${way.key.toLowerCase()}`})`,
              hint: way.hint,
              onSelect: () => onDo(applyWay(way, { scope, place: cursor })),
            })),
            ...fingersFor(scope, cursor, step, onDo),
          ]}
        />
        <Menu label="From this line" items={madeFrom(scope, player, onDo)} />
        <Button onClick={() => onDo(setLine(scope, cursor, null, 'grips instead of a line'))}>
          Grips again <KeyCap of="b" />
        </Button>
      </div>
      {trouble !== null && <p className="text-[0.875rem] text-clash">{trouble}.</p>}
      <div ref={ref} className="min-w-0">
        {width > 0 && (
          <Neck
            player={player}
            instrument={rig}
            grip={step && step.notes.length > 0 ? stepGrip(step, rig.tuning.length) : null}
            known={null}
            quiet
            width={width}
            height={118}
            onPick={(string, fret, add) => {
              onDo(putNote(scope, cursor, plainNote(string, fret), add));
              if (!add) onStep();
            }}
          />
        )}
      </div>
    </div>
  );
}

/** Fingers of one's own for the notes held at the cursor. */
function fingersFor(
  scope: HitsScope,
  cursor: HitsPlace,
  step: LineStep | null,
  onDo: (outcome: Outcome) => void,
): readonly MenuItem[] {
  if (!step || step.notes.length === 0) return [];
  const rig = scope.song.players[cursor.player];
  const grip = stepGrip(step, rig.tuning.length);
  const put = (fingers: Fingering | null) =>
    onDo(
      changeStep(
        scope,
        cursor,
        ({ fingers: _were, ...s }) => (fingers === null ? s : { ...s, fingers }),
        'fingers',
      ),
    );
  const own = fingeringsOf(grip, rig, rig.hand).slice(0, MOST_FINGERINGS);
  return [
    ...(step.fingers ? [{ label: 'The usual fingers', onSelect: () => put(null) }] : []),
    ...own.map((fingers) => ({
      label: `Fingers ${formatFingering(fingers)}`,
      hint: 'One for each fretted string, the lowest first; T the thumb.',
      disabled: step.fingers !== undefined && formatFingering(step.fingers) === formatFingering(fingers),
      onSelect: () => put(fingers),
    })),
  ];
}

/** So many ways to finger a step are offered; any other can be typed behind it: `577xxx(134)`. */
const MOST_FINGERINGS = 6;

/** The bar as text; Enter puts it, what is wrong is said below and kept. */
function LineField({ scope, cursor, line, onDo }: Omit<Props, 'onStep'>) {
  const written = lineText(scope, cursor.player, line);
  const [text, setText] = useState(written);
  const read = text === written ? null : typedLine(scope, cursor.player, text);
  const wrong = typeof read === 'string' ? read : null;
  const take = () => {
    if (read !== null && typeof read !== 'string') onDo(setLine(scope, cursor, read, 'a typed line'));
  };
  return (
    <span className="flex min-w-56 flex-1 flex-col">
      <input
        aria-label="The line as text"
        aria-invalid={wrong !== null}
        value={text}
        spellCheck={false}
        autoComplete="off"
        className="frets w-full rounded border border-line bg-sheet px-2 py-1 focus:border-ink"
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take();
          if (e.key === 'Escape') {
            setText(written);
            e.currentTarget.blur();
          }
        }}
      />
      {wrong !== null && <span className="text-[0.8125rem] text-clash">{wrong}</span>}
    </span>
  );
}

function madeFrom(scope: HitsScope, player: Player, onDo: (outcome: Outcome) => void) {
  const other = player === 'guitar1' ? 'guitar2' : 'guitar1';
  const name = PLAYER_WORDS[other];
  return [
    {
      label: `Octaves on ${PLAYER_WORDS[player].toLowerCase()}`,
      hint: 'Each note with its octave above, the string between them muted.',
      onSelect: () => onDo(octaves(scope, player)),
    },
    {
      label: `${name}: the same line`,
      hint: 'Both guitars in unison, each on its own strings.',
      onSelect: () => onDo(unison(scope, player)),
    },
    ...HARMONIES.flatMap((h) =>
      (['above', 'below'] as const).map((side) => ({
        label: `${name}: ${h === 'octave' ? 'an octave' : `a ${h}`} ${side}`,
        ...(h === 'octave' ? {} : { hint: `Within the key, on strings ${name.toLowerCase()} has.` }),
        onSelect: () => onDo(harmony(scope, player, { harmony: h, side })),
      })),
    ),
    ...(player === 'bass'
      ? []
      : [
          {
            label: 'Bass: the roots under it',
            hint: 'One note for each chord, as low as it goes.',
            onSelect: () => onDo(rootsForBass(scope, player)),
          },
        ]),
  ];
}
