import { useMemo } from 'react';
import { gripCell, isLocked, PLAYER_WORDS } from '../../core/form/index';
import { formatGrip, knowGrip, NEIGHBOUR_WORDS, neighboursOf, type Neighbour } from '../../core/grip/index';
import { noteName, pretty, type Key } from '../../core/pitch/index';
import { cellAt, type Edit } from '../../core/song/index';
import { PLAYER_TEXT } from '../../views/index';
import { useDesk } from '../ports';
import { ChipRow, GripChip } from './grip-chip';
import { addressNow, type SplitModel } from './model';

/** Grips close to the one that is held, kind by kind, each with what it changes. */
export function Neighbours({ model }: { model: SplitModel }) {
  const song = useDesk((s) => s.song)!;
  const player = model.selection.player;
  const instrument = song.players[player];
  const at = addressNow(model, player);
  // The cell itself, not what is only being looked at: the list stays while its entries are tried.
  const cell = at && cellAt(song, at);
  const grip = cell?.kind === 'grip' ? cell.grip : null;
  const chord = model.moment.chord;
  const list = useMemo(() => {
    const known = grip && knowGrip(grip, { instrument, hand: instrument.hand, chord });
    return known && !('refused' in known)
      ? neighboursOf(known, { chord, instrument, hand: instrument.hand })
      : [];
  }, [grip, chord, instrument]);
  if (!at || !cell) return null;
  const locked = isLocked(cell);
  return (
    <ChipRow label="Close to this grip">
      {list.length === 0 && <span className="text-soft">Nothing of ours lies close to this grip.</span>}
      {list.map((one, i) => {
        const change: Edit = { kind: 'setCells', changes: [{ at, cell: gripCell(one.known.grip) }] };
        return (
          <GripChip
            key={`${one.kind} ${formatGrip(one.known.grip)}`}
            {...{ player, change }}
            place={i}
            label={`${NEIGHBOUR_WORDS[one.kind]}: ${formatGrip(one.known.grip)} for ${PLAYER_WORDS[player]}, bar ${at.bar + 1}`}
            isLocked={locked}
          >
            <span className="whitespace-nowrap">
              <span className={`frets font-bold ${PLAYER_TEXT[player]}`}>{formatGrip(one.known.grip)}</span>{' '}
              <span className="text-[0.8125rem]">{NEIGHBOUR_WORDS[one.kind]}</span>
            </span>
            <span className="text-[0.75rem] whitespace-nowrap text-soft">
              {changeWords(one, model.playing.key)}
            </span>
          </GripChip>
        );
      })}
    </ChipRow>
  );
}

/** "without A3; 2 frets up; reach 30 mm less". */
function changeWords(one: Neighbour, key: Key): string {
  const names = (pitches: Neighbour['lost']) => pitches.map((p) => pretty(noteName(p, key))).join(' ');
  const isOctave = one.kind === 'octave-up' || one.kind === 'octave-down';
  const notes =
    isOctave || (one.lost.length === 0 && one.gained.length === 0)
      ? []
      : one.gained.length === 0
        ? [`without ${names(one.lost)}`]
        : [`${names(one.gained)} for ${names(one.lost) || 'nothing'}`];
  const frets =
    one.frets === 0
      ? []
      : [
          `${Math.abs(one.frets)} ${Math.abs(one.frets) === 1 ? 'fret' : 'frets'} ${one.frets > 0 ? 'up' : 'down'}`,
        ];
  const mm = Math.round(one.reachMm);
  const reach = Math.abs(mm) < 5 ? [] : [`stretch ${Math.abs(mm)} mm ${mm > 0 ? 'more' : 'less'}`];
  return [...notes, ...frets, ...reach].join('; ') || 'same place, same stretch';
}
