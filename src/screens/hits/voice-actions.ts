import { guessedVoice, isSung, isVoiceGuess, sungMarks } from '../../core/form/index';
import type { Edit } from '../../core/song/index';
import { barTicks } from '../../core/time/index';
import { barOf, type Outcome } from './actions';
import type { HitsScope } from './scope';

const no = (why: string): Outcome => ({ edit: null, why });

/** Where somebody sings, from one tick to another, over bar lines. */
export function sing(scope: HitsScope, from: number, to: number, sings: boolean): Outcome {
  if (scope.closed !== null) return no(scope.closed);
  const length = barTicks(scope.meter);
  const edits: Edit[] = [];
  const end = Math.min(to, scope.bars.length * length);
  for (let bar = barOf(scope, from); bar * length < end; bar += 1) {
    const voice = scope.bars[bar]?.voice ?? null;
    const now = sungMarks(voice);
    const step = Math.min(480, length / Math.max(1, now.length));
    const count = length / step;
    const marks = Array.from({ length: count }, (_, i) => {
      const tick = bar * length + i * step;
      if (tick >= from && tick < to) return sings ? '~' : '.';
      return now[Math.floor((i * now.length) / count)] ?? '.';
    }).join('');
    const next = isSung(marks) ? guessedVoice(marks, isVoiceGuess(voice)) : null;
    edits.push({ kind: 'setVoice', change: { ...scope.address(bar), voice: next } });
  }
  return {
    edit: edits.length === 1 ? edits[0]! : { kind: 'together', edits },
    label: sings ? 'the voice sings there' : 'the voice rests there',
  };
}

/** Where somebody sings in a bar a guess, or sure where it is one already. */
export function guessVoice(scope: HitsScope, tick: number): Outcome {
  if (scope.closed !== null) return no(scope.closed);
  const bar = barOf(scope, tick);
  const voice = scope.bars[bar]?.voice ?? null;
  if (voice === null) return no(`No one sings in ${scope.barNames[bar]}`);
  const guess = !isVoiceGuess(voice);
  return {
    edit: { kind: 'setVoice', change: { ...scope.address(bar), voice: guessedVoice(voice, guess) } },
    label: `${guess ? 'a guess' : 'no guess'}: the voice in ${scope.barNames[bar]}`,
  };
}
