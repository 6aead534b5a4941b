import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { openStrings } from '../instrument/index';
import { pretty } from '../pitch/index';
import type { Song } from '../song/index';
import type { Solution } from '../solver/index';
import { classesOf, type Candidate } from './candidate';
import type { SplitProblem } from './problem';

type Chosen = Solution<Candidate>['chosen'];

/**
 * What stood in the way: chords nobody can hold, wishes nothing meets, a bass that is no lower than a guitar, tones that one
 * guitar leaves out.
 */
export function notesOf(song: Song, { slots }: SplitProblem, chosen: Chosen): readonly string[] {
  const notes = new Set<string>(withoutTones(slots, chosen));
  for (const slot of slots) {
    PLAYERS.forEach((player, p) => {
      const missing = slot.missing[p];
      const [moment] = slot.moments;
      const where = `${slot.section}, bar ${moment!.bar + 1}`;
      if (missing === 'grip') {
        notes.add(
          `${PLAYER_WORDS[player]} has no grip for ${moment!.chordText} within this hand (${where}): it rests there. A larger hand, another tuning or a simpler symbol would help.`,
        );
      }
      if (missing === 'wish') {
        notes.add(
          `Nothing ${PLAYER_WORDS[player]} can hold for ${moment!.chordText} meets what is asked of it (${where}): the best without that stands there.`,
        );
      }
    });
  }
  const hurried = slots.find((slot) => slot.isHurried);
  if (hurried) {
    const where = `${hurried.section}, bar ${hurried.moments[0]!.bar + 1}`;
    notes.add(`So many different chords: from ${where} on only grips near the nut were looked at.`);
  }
  const lowest = (player: Player) => {
    const rig = song.players[player];
    return Math.min(...openStrings(rig)) + rig.capo;
  };
  const under = (['guitar1', 'guitar2'] as const).filter((g) => lowest(g) < lowest('bass'));
  if (under.length > 0 && slots.length > 0) {
    const who = under.map((g) => PLAYER_WORDS[g]).join(' and ');
    notes.add(`${who} can go below the bass in these tunings: the lowest note may not be the bass’s.`);
  }
  return [...notes].slice(0, MOST_NOTES);
}

const MOST_NOTES = 5;

/** Tones that symbols name and one guitar with the bass does not sound, each once with its bars. */
function withoutTones(slots: SplitProblem['slots'], chosen: Chosen): readonly string[] {
  const bars = new Map<string, number[]>();
  slots.forEach((slot, s) => {
    const [moment] = slot.moments;
    if (slot.plan.name !== 'one-guitar' || slot.isEnd || !moment?.chord || !slot.open[0]) return;
    const heard = chosen[s]!.reduce((bits, c) => bits | classesOf(c), 0);
    for (const tone of moment.chord.tones) {
      if (tone.above === 0 || tone.above === 7 || (heard & (1 << tone.pc)) !== 0) continue;
      const what = `${pretty(tone.name)} of ${pretty(moment.chord.text)}`;
      const list = bars.get(`${slot.section}|${what}`) ?? [];
      if (!list.includes(moment.bar + 1)) list.push(moment.bar + 1);
      bars.set(`${slot.section}|${what}`, list);
    }
  });
  return [...bars].map(([key, list]) => {
    const [section, what] = key.split('|');
    const where = list.length === 1 ? `bar ${list[0]}` : `bars ${list.join(', ')}`;
    return `${section}, ${where}: one guitar leaves out ${what}.`;
  });
}
