import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { downsWords } from '../../core/hits/index';
import { fastestRun } from '../../core/song/index';
import { beatsAMinute } from '../../core/time/index';
import { Button } from '../../ui/index';
import { useCap } from '../keys/index';
import type { HitsKey } from './keys';
import type { HitsScope } from './scope';

/** The keys that write, as buttons beside the drawing. */
export function Legend({
  keys,
  line,
  onHelp,
}: {
  keys: readonly HitsKey[];
  line: boolean;
  onHelp: () => void;
}) {
  const cap = useCap();
  return (
    <section aria-label={line ? 'Keys for the line' : 'Keys for the right hand'} className="lg:w-[470px]">
      <div className="flex flex-wrap gap-x-1 gap-y-0.5 text-[0.8125rem]">
        {keys
          .filter((k) => k.legend)
          .map((k) => (
            <Button
              key={k.key}
              look="quiet"
              className="!min-h-6 !px-1 !py-0"
              data-key={k.key}
              onClick={k.does}
            >
              {cap(k.key) !== '' && (
                <kbd className="min-w-6 rounded border border-soft bg-sheet px-1.5 text-center font-bold">
                  {cap(k.key)}
                </kbd>
              )}
              {k.words.split(/[,;:]/)[0]}
            </Button>
          ))}
        <Button look="quiet" className="!min-h-6 !px-1 !py-0" onClick={onHelp}>
          <kbd className="min-w-6 rounded border border-soft bg-sheet px-1.5 text-center font-bold">
            {cap('?') || '⌨'}
          </kbd>
          all keys
        </Button>
      </div>
    </section>
  );
}

/** Whether the hand keeps up its fastest run of down-strokes. */
export function Downs({ scope, player }: { scope: HitsScope; player: Player }) {
  const run = fastestRun(scope.parts[player], scope.section, scope.tempo);
  const { words, tooFast } = downsWords(run, {
    ceiling: scope.song.players[player].downs,
    tempo: beatsAMinute(scope.tempo, scope.meter),
  });
  return (
    <span data-downs className={`ml-auto shrink-0 ${tooFast ? 'font-bold text-watch' : ''}`}>
      {PLAYER_WORDS[player]}, {words}
    </span>
  );
}
