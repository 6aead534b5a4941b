import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { formatTuning, powerShapeWords, turnedStrings } from '../../core/instrument/index';
import { pretty } from '../../core/pitch/index';
import type { Song } from '../../core/song/index';
import { Button, useWidth } from '../../ui/index';
import { InstrumentDrawing, PLAYER_TEXT, PlayerMark } from '../../views/index';
import { tuningsAlone } from '../ground/named-lists';
import { RigFields } from '../ground/rig-fields';
import type { Ground } from '../ground/use-ground';

/** One player's instrument as it is drawn, its named tunings with what they change, and everything that can be set. */
export function PlayerRig(props: { readonly song: Song; readonly ground: Ground; readonly player: Player }) {
  const { song, ground, player } = props;
  const [box, width] = useWidth<HTMLDivElement>();
  const rig = ground.rigs[player];
  const before = song.players[player];
  const longestMm = Math.max(...Object.values(ground.rigs).map((one) => one.scaleMm));
  const shape = powerShapeWords(rig);
  return (
    <section aria-label={`${PLAYER_WORDS[player]}’s rig`} className="flex flex-col gap-1">
      <h2 className={`font-bold ${PLAYER_TEXT[player]}`}>
        <PlayerMark player={player} /> {PLAYER_WORDS[player]}
      </h2>
      <div ref={box}>
        {width > 0 && (
          <InstrumentDrawing
            player={player}
            instrument={rig}
            before={before}
            longestMm={longestMm}
            width={width}
          />
        )}
      </div>
      <div className="flex flex-wrap gap-1" role="group" aria-label={`Tunings for ${PLAYER_WORDS[player]}`}>
        {tuningsAlone(rig.kind).map(({ name, value }) => {
          const text = formatTuning({ ...rig, tuning: value });
          const isNow = value.join() === rig.tuning.join();
          return (
            <Button
              key={name}
              className="!min-h-7 !py-0 text-[0.875rem]"
              look={isNow ? 'strong' : 'plain'}
              aria-pressed={isNow}
              title={changeWords(song, player, value)}
              onClick={() => ground.put(player, { tuning: text })}
            >
              {name}
            </Button>
          );
        })}
      </div>
      <p className="text-[0.875rem] text-soft">
        {changeWords(song, player, rig.tuning)}
        {shape === null || rig.kind === 'bass' ? '' : `; ${shape}`}.
      </p>
      <RigFields
        bare
        player={player}
        draft={ground.drafts[player]}
        wrong={ground.wrong[player]}
        wrongSounds={ground.wrongSounds[player]}
        onChange={(draft) => ground.put(player, draft)}
      />
    </section>
  );
}

/** What a tuning changes for a player: which strings are turned, and where to. */
function changeWords(song: Song, player: Player, tuning: readonly string[]): string {
  const before = song.players[player];
  const turned = turnedStrings(before, { ...before, tuning });
  if (turned === null) return `${tuning.length} strings: another instrument`;
  if (turned.length === 0) return 'Tuned as the song has it now';
  const words = turned.map(
    ({ from, to, by }) => `${pretty(from)} ${by < 0 ? 'down' : 'up'} to ${pretty(to)}`,
  );
  return `${turned.length} ${turned.length === 1 ? 'string turns' : 'strings turn'}: ${words.join(', ')}`;
}
