import { useState } from 'react';
import type { Stem } from '../../core/sound/index';
import { STEMS } from '../../core/sound/index';
import type { Player } from '../../core/form/index';
import { rigIn, soundWords } from '../../core/song/index';
import { Button, useWidth } from '../../ui/index';
import { PlayerMark, PLAYER_TEXT, RoomStage, type StageOne } from '../../views/index';
import { nextPlays, useListening, USUAL_ROOM, type Room } from '../listening/index';
import { usePorts } from '../ports';
import type { SplitModel } from '../split/model';
import { STEM_WORDS } from './who';

/** The room one listens in, and what can be done about who was touched last. */
export function RoomPart({ model }: { model: SplitModel }) {
  const { listening } = usePorts();
  const room = useListening((s) => s.room);
  const only = useListening((s) => s.question?.only ?? null);
  const isPlaying = useListening((s) => s.kind !== 'still');
  const [touched, setTouched] = useState<Stem>('guitar1');
  const [ref, width] = useWidth<HTMLDivElement>();
  const { stand, setAlone, setMine, setRoom } = listening.getState();
  const height = Math.max(330, Math.min(400, width * 0.47));
  const ones = STEMS.map((stem): StageOne => {
    const state = stateOf(room, stem, isPlaying ? only : null);
    return {
      id: stem,
      name: STEM_WORDS[stem],
      words: wordsOf(model, stem),
      ...room.standing[stem],
      level: LEVELS[state] * (1.25 - 0.75 * room.standing[stem].far),
      state,
      isTouched: stem === touched,
      colour: isPlayer(stem) ? PLAYER_TEXT[stem] : stem === 'voice' ? 'text-voice' : 'text-soft',
      isQuiet: !isPlayer(stem),
      mark: isPlayer(stem) ? <PlayerMark player={stem} /> : <StemMark stem={stem} />,
    };
  });
  const { plays } = room.standing[touched];
  const cycle = (stem: Stem) => {
    if (room.alone === stem) setAlone(null);
    else stand(stem, { plays: nextPlays(room.standing[stem].plays) });
  };
  return (
    <section aria-label="The room" className="flex min-w-0 flex-col px-4 pt-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="font-bold">The room</h2>
        <span className="text-[0.8125rem] text-soft">
          Drag a player nearer or to a side; a touch: softer, silent, as it is.
        </span>
      </div>
      <div
        role="group"
        aria-label={STEM_WORDS[touched]}
        className="mt-1 flex flex-wrap items-center gap-1 text-[0.875rem]"
      >
        <b className={`min-w-20 ${isPlayer(touched) ? PLAYER_TEXT[touched] : 'text-soft'}`}>
          {STEM_WORDS[touched]}
        </b>
        {(
          [
            ['on', 'as it is'],
            ['soft', 'softer'],
            ['off', 'silent'],
          ] as const
        ).map(([value, words]) => (
          <Button
            key={value}
            look={plays === value && room.alone === null ? 'strong' : 'plain'}
            aria-pressed={plays === value && room.alone === null}
            onClick={() => {
              setAlone(null);
              stand(touched, { plays: value });
            }}
          >
            {words}
          </Button>
        ))}
        <Button
          look={room.alone === touched ? 'strong' : 'plain'}
          aria-pressed={room.alone === touched}
          onClick={() => setAlone(room.alone === touched ? null : touched)}
        >
          alone
        </Button>
        {isPlayer(touched) && (
          <Button
            look={room.mine === touched ? 'strong' : 'plain'}
            aria-pressed={room.mine === touched}
            onClick={() => setMine(room.mine === touched ? null : touched)}
          >
            I play this
          </Button>
        )}
        <Button look="quiet" className="ml-auto" onClick={() => setRoom(USUAL_ROOM)}>
          Everybody back to their place
        </Button>
      </div>
      <div ref={ref} className="min-w-0">
        {width > 0 && (
          <RoomStage
            ones={ones}
            width={width}
            height={height}
            onMove={(id, to) => stand(id as Stem, to)}
            onTap={(id) => cycle(id as Stem)}
            onTouch={(id) => setTouched(id as Stem)}
          />
        )}
      </div>
    </section>
  );
}

type State = 'as it is' | 'softer' | 'silent' | 'alone' | 'yours, softer';

const LEVELS: Readonly<Record<State, number>> = {
  'as it is': 1,
  alone: 1,
  softer: 0.4,
  'yours, softer': 0.4,
  silent: 0,
};

function stateOf(room: Room, stem: Stem, only: readonly Stem[] | null): State {
  if (only) return only.includes(stem) ? 'as it is' : 'silent';
  if (room.alone !== null) return room.alone === stem ? 'alone' : 'silent';
  const { plays } = room.standing[stem];
  if (plays === 'off') return 'silent';
  if (room.mine === stem) return 'yours, softer';
  return plays === 'soft' ? 'softer' : 'as it is';
}

function isPlayer(stem: Stem): stem is Player {
  return stem !== 'drums' && stem !== 'voice';
}

/** What somebody sounds like at the place that is looked at. */
function wordsOf({ song, playing, bars, moment }: SplitModel, stem: Stem): string {
  if (stem === 'drums') return 'kick, snare, hat';
  if (stem === 'voice') return 'hums chord notes';
  const bar = bars[moment.bar];
  const rig = rigIn(song, stem, { section: playing.section, ...(bar ? { bar } : {}) });
  return soundWords(rig);
}

function StemMark({ stem }: { stem: 'drums' | 'voice' }) {
  return (
    <svg width="15" height="15" viewBox="0 0 14 14" aria-hidden="true" className="shrink-0">
      {stem === 'drums' ? (
        <circle cx="7" cy="7" r="5.2" fill="none" stroke="currentColor" strokeWidth="2" />
      ) : (
        <path d="M1 7q3-6 6 0t6 0" fill="none" stroke="currentColor" strokeWidth="2" />
      )}
    </svg>
  );
}
