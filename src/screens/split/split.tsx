import type { Player } from '../../core/form/index';
import { useDeferredValue, useEffect, useState } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import { Button, useScreenSize } from '../../ui/index';
import { NextSteps } from '../next-steps';
import { NothingYet } from '../nothing-yet';
import { BarDialog } from '../bar-dialog';
import { BesideDialog } from '../told/beside-dialog';
import { LikeDialog } from '../told/like-dialog';
import { RemarksDialog } from '../told/remarks-dialog';
import { useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { hearBar } from './hearing';
import { addressNow, closedHand, useSplitModel } from './model';
import { SongStrip } from './song-strip';
import { SectionGrid } from './section-grid';
import { MomentPanel } from './moment-panel';
import { Below, type BelowTab } from './narrow';
import { NeckPanel } from './neck-panel';
import { openKeySheet, useCap, useSingleKeys } from '../keys/index';
import { pressKey } from './keys';
import { allCommands, wholeCommands, type Opened } from './commands';
import { Finder } from './finder';
import { FirstLook } from './first-look';
import { PasteTab } from './paste-tab';
import { PlanDialog } from './plan-dialog';
import { RightHandDialog } from '../right-hand/right-hand-dialog';
import { SectionHead } from './section-head';
import { SoundDialog } from './sound-dialog';
import { ThreeWays } from './three-ways';
import { Versions } from './versions';
import { Wishes } from './wishes';

/** The main screen: the song at three scales, and the neck with what else could be played. */
export function Split() {
  const { id = '' } = useParams();
  const { desk, listening } = usePorts();
  const model = useSplitModel();
  const said = useDesk((s) => s.said);
  const cap = useCap();
  const isNarrow = useScreenSize() !== 'desk';
  const [below, setBelow] = useState<BelowTab>('findings');
  const [opened, open] = useState<Opened | null>(null);
  const [keeping, setKeeping] = useState<string | null>(null);
  const [sounding, setSounding] = useState<Player | null>(null);
  const navigate = useNavigate();
  const isPlaying = useListening((s) => s.kind !== 'still');
  // Whoever comes from the chart to split it need not ask again.
  const wantsSplit = (useLocation().state as { split?: true } | null)?.split === true;
  useEffect(() => {
    if (!wantsSplit) return;
    void navigate('.', { replace: true, state: null });
    void desk.getState().split(null, { reopen: false });
  }, [desk, navigate, wantsSplit]);
  const { toggle } = listening.getState();
  const onOpen = (what: Opened) =>
    what === 'sound' ? setSounding(model?.selection.player ?? null) : open(what);
  const does = {
    desk: desk.getState(),
    onKeep: setKeeping,
    onOpen,
    onPlay: toggle,
    onHear: () => hearBar(desk, listening),
  };
  useSingleKeys((key) => model !== null && pressKey(key, model, does));
  // What is played on follows at once; ladder and findings a breath later, in a task of their own.
  const deferred = useDeferredValue(model);
  if (!model) {
    return <NothingYet words="This song has no chords yet. Eight bars and a title are enough to start." />;
  }
  const later = deferred ?? model;
  const name = model.playing.section.name;
  const close = () => open(null);
  const { entry, index } = model.playing;
  const told = {
    on: { section: entry.section, pass: model.selection.pass, times: entry.times, entry: index },
    bar: model.moment.bar,
    player: model.selection.player,
    onClose: close,
  };
  const context = {
    model,
    desk: desk.getState(),
    does,
    open: onOpen,
    cap,
    goTo: (screen: string) => void navigate(screen === '/' ? '/' : `/song/${id}/${screen}`),
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_312px] big:grid-cols-[minmax(0,1fr)_420px]">
      <div className="flex min-h-0 min-w-0 flex-col">
        <NextSteps at="split" />
        <FirstLook model={model} />
        <SongStrip model={model} />
        <SectionGrid
          model={model}
          onSound={setSounding}
          onBar={() => (model.editable ? open('bar') : undefined)}
          head={<SectionHead model={model} more={wholeCommands(context)} onPlan={() => open('plan')} />}
          {...(isNarrow ? { onAgain: () => setBelow('fits') } : {})}
        />
        {!isNarrow && <NeckPanel model={model} />}
        <div className="flex items-center gap-3 border-t border-line bg-ground px-4 py-0.5 text-[0.8125rem] text-soft max-lg:hidden">
          <span className="truncate" title={said}>
            {said || hint(cap)}
          </span>
          <Button
            look="quiet"
            className="ml-auto !min-h-6 !py-0 lg:shrink-0 lg:whitespace-nowrap"
            aria-pressed={isPlaying}
            onClick={toggle}
          >
            {isPlaying ? 'Stop (space)' : 'Play from here (space)'}
          </Button>
          <Button
            look="quiet"
            className="!min-h-6 !py-0 lg:shrink-0 lg:whitespace-nowrap"
            onClick={() => open('finder')}
          >
            Find a command {bracketed(cap('/'))}
          </Button>
          <Button
            look="quiet"
            className="!min-h-6 !py-0 lg:shrink-0 lg:whitespace-nowrap"
            onClick={openKeySheet}
          >
            Keys {bracketed(cap('?'))}
          </Button>
        </div>
      </div>
      {isNarrow ? (
        <Below {...{ model, later, keeping }} tab={below} onTab={setBelow} onKeep={setKeeping} />
      ) : (
        <MomentPanel model={later} keeping={keeping} onKeep={setKeeping} />
      )}
      <Finder
        commands={opened === 'finder' ? allCommands(context) : []}
        open={opened === 'finder'}
        onClose={close}
      />
      <PlanDialog section={opened === 'plan' ? name : null} onClose={close} />
      <ThreeWays section={opened === 'ways' ? name : null} onClose={close} />
      <SoundDialog model={model} player={sounding} onClose={() => setSounding(null)} />
      <Wishes section={opened === 'wishes' ? name : null} onClose={close} />
      <PasteTab model={model} open={opened === 'tab'} onClose={close} />
      <Versions open={opened === 'versions'} onClose={close} />
      <LikeDialog
        playing={model.playing}
        player={model.selection.player}
        open={opened === 'like'}
        onClose={close}
      />
      <RemarksDialog {...told} song={model.song} playing={model.playing} open={opened === 'remarks'} />
      <BesideDialog
        {...told}
        song={model.song}
        meter={model.playing.meter}
        cell={addressNow(model, model.selection.player)}
        index={told.bar}
        bar={model.bars[told.bar]}
        open={opened === 'beside'}
      />
      <BarDialog
        song={model.song}
        place={{ ...told.on, bar: told.bar }}
        name={name}
        inKey={model.playing.key}
        player={told.player}
        open={opened === 'bar'}
        onClose={close}
      />
      <RightHandDialog
        open={opened === 'right'}
        onClose={close}
        place={{ section: told.on.section, pass: told.on.pass, entry: index }}
        player={told.player}
        bar={told.bar}
        closed={closedHand(model)}
      />
      <JobNotice onStop={() => desk.getState().stopJob()} />
    </div>
  );
}

/** What to begin with, by the keys in use. */
function hint(cap: (key: string) => string): string {
  const letters = [
    ['a', 'for what else fits'],
    ['l', 'locks'],
    ['s', 'splits the section'],
  ].flatMap(([key, does]) => (cap(key!) === '' ? [] : [`${cap(key!)} ${does}`]));
  return `${['Arrows step', ...letters].join(', ')}.`;
}

function bracketed(cap: string): string {
  return cap === '' ? '' : `(${cap})`;
}

function JobNotice({ onStop }: { onStop: () => void }) {
  const job = useDesk((s) => s.job);
  if (!job) return null;
  const percent = Math.round(job.share * 100);
  return (
    <div className="fixed bottom-4 left-4 z-30 flex items-center gap-3 rounded-lg border border-ink bg-sheet px-4 py-2">
      <span>{job.label}</span>
      <progress value={percent} max={100} aria-label={job.label} className="w-32" />
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}
