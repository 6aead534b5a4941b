import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { STEMS } from '../../core/sound/index';
import { Button } from '../../ui/index';
import { nextPlays, useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { openKeySheet, useCap, useSingleKeys } from '../keys/index';
import { pressKey } from '../split/keys';
import { useSplitModel } from '../split/model';
import { SongStrip } from '../split/song-strip';
import { useState } from 'react';
import { BandsDialog } from './bands-dialog';
import { Care } from './care';
import { GoingRound } from './going-round';
import { OutDialog } from './out-dialog';
import { Questions } from './questions';
import { RoomPart } from './room';
import { NextSteps } from '../next-steps';
import { NothingYet } from '../nothing-yet';
import { StillOpen } from './still-open';
import { STEM_WORDS } from './who';
import { TwoWays } from './two-ways';

const WALKS: ReadonlySet<string> = new Set(['ArrowLeft', 'ArrowRight', '[', ']']);

/** The split heard before the rehearsal: a room, what to listen for, and how fast. */
export function Listen() {
  const { desk, listening } = usePorts();
  const model = useSplitModel();
  const said = useDesk((s) => s.said);
  const isPlaying = useListening((s) => s.kind !== 'still');
  const cap = useCap();
  const [opened, setOpened] = useState<'out' | 'bands' | null>(null);
  useSingleKeys((key) => {
    if (model === null) return false;
    const state = listening.getState();
    if (WALKS.has(key)) {
      const nothing = () => undefined;
      const does = {
        desk: desk.getState(),
        onKeep: nothing,
        onOpen: nothing,
        onPlay: nothing,
        onHear: nothing,
      };
      return pressKey(key, model, does);
    }
    const stem = STEMS[Number(key) - 1];
    if (stem) {
      const plays = nextPlays(state.room.standing[stem].plays);
      state.setAlone(null);
      state.stand(stem, { plays });
      desk.getState().say(`${STEM_WORDS[stem]}: ${PLAYS_WORDS[plays]}`);
      return true;
    }
    switch (key) {
      case 'I': {
        const order = [null, ...PLAYERS];
        const mine = order[(order.indexOf(state.room.mine) + 1) % order.length]!;
        state.setMine(mine);
        desk.getState().say(mine ? `You play ${PLAYER_WORDS[mine]}: softer` : 'You only listen');
        return true;
      }
      case 'm':
        state.wasClean(true);
        return true;
      case 'C':
        state.setCountIn(state.countIn > 0 ? 0 : 1);
        desk.getState().say(state.countIn > 0 ? 'No count-in' : 'A bar is counted in');
        return true;
      case 'e':
        if (state.hasTwo) state.setVersion(1 - state.version);
        return true;
      case 'R': {
        const order = ['song', 'bar', 'section', 'join'] as const;
        const next = order[(order.indexOf(state.mark) + 1) % order.length]!;
        state.setMark(next);
        desk.getState().say(WAYS[next]);
        return true;
      }
      case '-':
      case '+':
        state.setTempo(Math.round(20 * state.tempoShare + (key === '+' ? 1 : -1)) / 20);
        desk.getState().say(`${Math.round(100 * listening.getState().tempoShare)} percent`);
        return true;
      default:
        return false;
    }
  });
  if (!model) {
    return <NothingYet words="There is nothing to hear yet: this song has no chords." />;
  }
  return (
    <>
      <NextSteps at="listen" />
      <SongStrip model={model} />
      <StillOpen song={model.song} />
      <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[1fr_380px]">
        <div className="flex min-h-0 min-w-0 flex-col overflow-y-auto">
          <RoomPart model={model} />
          <GoingRound model={model} />
          <div className="mt-auto flex flex-wrap items-center gap-3 border-t border-line px-4 py-0.5 text-[0.8125rem] text-soft">
            <span className="truncate" title={said}>
              {said || (isPlaying ? '' : 'Space plays from here.')}
            </span>
            <Button look="quiet" className="ml-auto !min-h-6 !py-0" onClick={() => setOpened('bands')}>
              Who fills which bands
            </Button>
            <Button look="quiet" className="!min-h-6 !py-0" onClick={() => setOpened('out')}>
              Take the sound along
            </Button>
            <Button look="quiet" className="!min-h-6 !py-0" onClick={openKeySheet}>
              All keys {cap('?') && `(${cap('?')})`}
            </Button>
          </div>
        </div>
        <aside
          aria-label="What to listen for"
          className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line bg-sheet p-3"
        >
          <h2 className="font-bold">What to listen for</h2>
          <Questions model={model} />
          <TwoWays model={model} />
          <Care />
        </aside>
      </div>
      {opened === 'out' && <OutDialog model={model} onClose={() => setOpened(null)} />}
      {opened === 'bands' && <BandsDialog model={model} onClose={() => setOpened(null)} />}
    </>
  );
}

const PLAYS_WORDS = { on: 'as it is', soft: 'softer', off: 'silent' } as const;

const WAYS = {
  song: 'On to the end',
  bar: 'This bar round and round',
  section: 'This section round and round',
  join: 'Into the next section, round and round',
} as const;
