import { useState } from 'react';
import type { Cause, Finding } from '../../core/clash/index';
import { PLAYERS } from '../../core/form/index';
import { gripNotes } from '../../core/grip/index';
import type { Apart } from '../../core/heard/index';
import { applyEdit, momentsOf, type Song } from '../../core/song/index';
import type { Stem } from '../../core/sound/index';
import type { Cure } from '../../core/offers/index';
import { Button } from '../../ui/index';
import { momentSpan, spansOf, useListening, type Question } from '../listening/index';
import { usePorts } from '../ports';
import { KIND_WORDS, findingWords, heardAs } from '../split/finding-words';
import { goTo, placeOf } from '../split/go-to';
import { useCures, type SplitModel } from '../split/model';

const EDGE = { clash: 'border-clash', watch: 'border-watch', note: 'border-line' } as const;
const TITLE = { clash: 'text-clash', watch: 'text-watch', note: 'text-soft' } as const;
const RANK = { clash: 0, watch: 1, note: 2 } as const;

/** Everything the judgement says, as something to hear: as it is, and with each way out. */
export function Questions({ model }: { model: SplitModel }) {
  const [opened, setOpened] = useState<string | null>(null);
  const causes = [...model.causes]
    .filter((cause) => cause.kept === null && cause.level !== 'note')
    .sort((a, b) => RANK[a.level] - RANK[b.level]);
  if (causes.length === 0) {
    return (
      <p className="text-[0.875rem] text-soft">Nothing clashes: there is nothing to be settled by ear.</p>
    );
  }
  return (
    <ul className="flex flex-col gap-2">
      {causes.map((cause) => (
        <QuestionCard
          key={cause.id}
          cause={cause}
          model={model}
          isOpen={opened === cause.id}
          onOpen={() => setOpened(cause.id)}
        />
      ))}
    </ul>
  );
}

function QuestionCard(props: { cause: Cause; model: SplitModel; isOpen: boolean; onOpen: () => void }) {
  const { cause, model, isOpen, onOpen } = props;
  const { desk, listening } = usePorts();
  const place = placeOf(model, cause);
  const hear = () => {
    onOpen();
    goTo(model, cause, desk.getState().select);
    listening
      .getState()
      .ask({ ...asked(model, cause), labels: ['as it is'], versions: versionsFor(cause, [model.song]) });
  };
  return (
    <li data-question className={`rounded-md border border-l-[6px] bg-ground px-3 py-2 ${EDGE[cause.level]}`}>
      <p>
        <b className={TITLE[cause.level]}>{KIND_WORDS[cause.kind]}</b>{' '}
        <span className="text-[0.875rem] text-soft">
          {cause.section}, bar {cause.bar}
          {place.pass > 1 && ` (${place.pass}. time)`}
        </span>{' '}
        <span className="text-[0.875rem]">{cause.text}</span>
      </p>
      {isOpen ? (
        <Ways cause={cause} model={model} onHear={hear} />
      ) : (
        <Button className="mt-1 text-[0.875rem]" onClick={hear}>
          Hear it
        </Button>
      )}
    </li>
  );
}

/** As it is against each way out, at the same place; the players it is about alone; once and slowly. */
function Ways({ cause, model, onHear }: { cause: Cause; model: SplitModel; onHear: () => void }) {
  const { desk, listening } = usePorts();
  const cures = useCures([cause]).get(cause.id) ?? null;
  const question = useListening((s) => s.question);
  const version = useListening((s) => s.version);
  const isPlaying = useListening((s) => s.kind !== 'still');
  const [chosen, setChosen] = useState<Cure | null>(null);
  const { ask, setVersion } = listening.getState();
  const mine = isPlaying && question?.title === asked(model, cause).title ? question : null;
  const isHeard = (label: string) => mine !== null && mine.labels[version] === label;
  const apart = cause.kind === 'gain' ? apartOf(model, cause) : null;
  const hear = (label: string, versions: Question['versions'], over: Partial<Question> = {}) => {
    if (mine?.labels.includes(label) && Object.keys(over).length === 0) {
      setVersion(mine.labels.indexOf(label));
      return;
    }
    ask({
      ...asked(model, cause),
      only: mine?.only ?? null,
      labels: ['as it is', label],
      versions,
      version: 1,
      ...over,
    });
  };
  const { song } = model;
  const only = onlyOf(cause);
  const plain: Question = {
    ...asked(model, cause),
    labels: ['as it is'],
    versions: versionsFor(cause, [song]),
  };
  return (
    <div className="mt-1 flex flex-col gap-1 text-[0.875rem]">
      <div role="group" aria-label="Which is heard" className="flex flex-wrap gap-1">
        <Choice
          label="as it is"
          isOn={isHeard('as it is')}
          onChoose={() => (mine && mine.labels.length > 1 ? setVersion(0) : onHear())}
        />
        {apart && (
          <Choice
            label="in two amps"
            isOn={isHeard('in two amps')}
            onChoose={() =>
              hear('in two amps', [{ song }, { song, apart }], { only: ['guitar1', 'guitar2'] })
            }
          />
        )}
        {cause.kind === 'ring-over' && (
          <Choice
            label="the hand stops it"
            isOn={isHeard('the hand stops it')}
            onChoose={() => hear('the hand stops it', [{ song, ringsFree: true }, { song }])}
          />
        )}
        {cures === null && <span className="self-center text-soft">looking for ways out …</span>}
        {(cures ?? []).slice(0, 4).map((cure) => (
          <Choice
            key={cure.words}
            label={cure.words}
            isOn={isHeard(cure.words)}
            onChoose={() => {
              setChosen(cure);
              hear(cure.words, versionsFor(cause, [song, applyEdit(song, cure.edit)]));
            }}
          />
        ))}
      </div>
      <div className="flex flex-wrap gap-1">
        <Button
          look={mine?.only ? 'strong' : 'plain'}
          aria-pressed={mine?.only !== null && mine?.only !== undefined}
          onClick={() =>
            ask({
              ...(mine ?? plain),
              only: mine?.only ? null : only,
              version: mine ? version : 0,
            })
          }
        >
          only {only.length === 1 ? 'this one' : `these ${only.length}`}
        </Button>
        <Button
          onClick={() =>
            ask({
              ...(mine ?? plain),
              spans: momentSpan(song, placeOf(model, cause)),
              loop: false,
              tempoShare: 0.5,
              version: mine ? version : 0,
            })
          }
        >
          once, slowly
        </Button>
        {mine && <Button onClick={() => listening.getState().stop()}>Stop</Button>}
        {chosen && model.editable && (
          <Button
            look="strong"
            onClick={() => {
              desk.getState().edit(chosen.edit, {
                label: `cure the ${findingWords(cause.kind)} in bar ${cause.bar}: ${chosen.words}`,
                decided: 'cure',
              });
              listening.getState().stop();
              setChosen(null);
            }}
          >
            Take “{chosen.words}”
          </Button>
        )}
      </div>
    </div>
  );
}

function Choice({ label, isOn, onChoose }: { label: string; isOn: boolean; onChoose: () => void }) {
  return (
    <Button look={isOn ? 'strong' : 'plain'} className="text-left" aria-pressed={isOn} onClick={onChoose}>
      {label}
    </Button>
  );
}

/** What a finding is about sounds: what the hand could stop rings on where it is about that. */
function versionsFor(cause: Finding, songs: readonly Song[]): Question['versions'] {
  const { ringsFree } = heardAs(cause);
  return songs.map((song) => ({ song, ringsFree }));
}

/** The bar of a finding, round and round. */
function asked(model: SplitModel, cause: Finding): Omit<Question, 'labels' | 'versions'> {
  const at = placeOf(model, cause);
  return {
    title: `${findingWords(cause.kind)}, ${cause.section} bar ${cause.bar}`,
    spans: spansOf(model.song, heardAs(cause).mark, at),
    at,
    only: null,
  };
}

/** Who it is about; where it is about time, everybody who plays: a stop is heard against those who make it. */
function onlyOf({ kind, players }: Finding): readonly Stem[] {
  return players.length === 0 || IN_TIME.has(kind) ? PLAYERS : players;
}

const IN_TIME: ReadonlySet<Finding['kind']> = new Set(['stop', 'push', 'flam', 'buried-hit', 'delay']);

/** The upper notes of a dirty grip through the other guitar's amplifier; null where that cannot be. */
function apartOf({ song, playings, ...model }: SplitModel, f: Finding): Apart | null {
  const player = f.by ?? f.players[0];
  if (player !== 'guitar1' && player !== 'guitar2') return null;
  const { playing: index, pass, moment } = placeOf({ song, playings, ...model }, f);
  const playing = playings[index];
  const cell = playing
    ? momentsOf(playing.section, { pass, meter: playing.meter })[moment]?.cells[player]
    : undefined;
  if (cell?.kind !== 'grip') return null;
  const notes = gripNotes(cell.grip, song.players[player]);
  const about = notes.filter(({ midi }) => f.pitches.includes(midi));
  const upper = (about.length > 1 ? about : notes).slice(1).map(({ string }) => string);
  return upper.length > 0 && upper.length < notes.length ? { player, strings: upper } : null;
}
