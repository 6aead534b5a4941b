import type { Player } from '../../form/index';
import { FIVE_STRING_BASS } from '../../instrument/index';
import { parseNote } from '../../pitch/index';
import type { Rig } from '../../song/index';
import type { TakenPart } from './taken';

/** The instrument a part is for: its own tuning, else the usual one, let down as far as its lowest note asks. */
export function rigFor(player: Player, part: TakenPart, usual: Rig): Rig {
  const gain = part.gain ?? usual.gain;
  const fits = player === 'bass' ? [4, 5] : [6];
  if (part.tuning && fits.includes(part.tuning.length))
    return { ...usual, tuning: part.tuning, capo: part.capo, gain };
  const lowest = Math.min(...part.notes.map((n) => n.midi ?? 127));
  return { ...usual, tuning: tuningFor(player, lowest, usual.tuning), gain };
}

/** Standard, the lowest string dropped, a five-string bass, or everything lower: the first that has the lowest note. */
function tuningFor(player: Player, lowest: number, usual: readonly string[]): readonly string[] {
  const open = pitchOf(usual[0]!);
  if (lowest >= open) return usual;
  if (lowest >= open - 2) return [named(open - 2), ...usual.slice(1)];
  if (player === 'bass' && lowest >= open - 5) return FIVE_STRING_BASS;
  const down = Math.min(7, open - lowest);
  return usual.map((name) => named(pitchOf(name) - down));
}

function pitchOf(name: string): number {
  const note = parseNote(name);
  return note.ok ? note.value : 40;
}

const NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

function named(midi: number): string {
  return `${NAMES[((midi % 12) + 12) % 12]}${Math.floor(midi / 12) - 1}`;
}
