import { problemAt, type Problem } from '../../base/index';
import { parseSoundUse, soundTrouble, type Player, type SoundUse } from '../../form/index';
import type { Band } from './header';
import { isRepeat, repeated, type RowBar } from './rows';
import { wordsOf } from './time-in-bar';

/** Rows of sounds; empty bars have none of their own. */
export function readSounds(
  bars: readonly RowBar[],
  options: { player: Player; context: Band; problems: Problem[] },
): (SoundUse | null)[] {
  const { player, context, problems } = options;
  const done: (SoundUse | null)[] = [];
  for (const bar of bars) {
    const words = wordsOf(bar.text, bar.column);
    if (words.length === 0) {
      done.push(null);
      continue;
    }
    if (isRepeat(words)) {
      done.push(repeated(done, bar, problems));
      continue;
    }
    const use = parseSoundUse(bar.text);
    const trouble = use.ok ? soundTrouble(use.value, context.sounds[player], player) : use.error;
    if (trouble !== null)
      problems.push(problemAt(bar.line, words[0]!.column, bar.text.trim().length, trouble));
    done.push(use.ok && trouble === null ? use.value : null);
  }
  return done;
}
