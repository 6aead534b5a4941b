import { yupResolver } from '@hookform/resolvers/yup';
import { useRef, useState } from 'react';
import { useForm, type UseFormRegisterReturn } from 'react-hook-form';
import { number, object, string, type InferType } from 'yup';
import { PLAYERS } from '../../core/form/index';
import { applyEdit, cleanTitle, emptySong, type Song } from '../../core/song/index';
import { TEMPO_RANGE } from '../../core/time/index';
import { Button, Dialog } from '../../ui/index';
import { PART_NAMES } from '../chart/cards/part-names';
import { BLANK } from '../chart/cards/touches';
import { DOWNS, KEYS, METERS, tuningsOf } from '../ground/named-lists';

interface Props {
  /** A title that is free. */
  readonly title: string;
  readonly onClose: () => void;
  /** The song as far as it was said; with parts its chords come next. */
  readonly onStart: (song: Song, to: 'cards' | 'text') => void;
  readonly onPaste: () => void;
}

const schema = object({
  title: string().trim().defined(),
  key: string().required(),
  tempo: number()
    .typeError('expected a number')
    .min(TEMPO_RANGE.min, `expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max}`)
    .max(TEMPO_RANGE.max, `expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max}`)
    .required('a tempo is missing'),
  meter: string().required(),
  down: string().defined(),
  guitars: string().required(),
  bass: string().required(),
});
type Said = InferType<typeof schema>;

/** A new song, one thing after the other: what it is, its parts; chords and the split come on its chart. */
export function NewSong(props: Props) {
  return (
    <Dialog open onClose={props.onClose} title="A new song">
      <Form {...props} />
    </Dialog>
  );
}

function Form({ title, onStart, onPaste }: Props) {
  const { register, handleSubmit, setValue, formState } = useForm<Said>({
    resolver: yupResolver(schema),
    defaultValues: {
      title: '',
      key: 'Em',
      tempo: 120,
      meter: '4/4',
      down: '',
      guitars: 'standard',
      bass: 'standard',
    },
  });
  const [parts, setParts] = useState<readonly string[]>([]);
  const named = (said: Said): Said => ({ ...said, title: cleanTitle(said.title) || title });
  const start = (said: Said) => onStart(songOf(named(said), parts), 'cards');
  const { errors } = formState;
  return (
    <form
      data-new-song
      className="flex flex-col gap-4"
      onSubmit={(e) => void handleSubmit(start)(e)}
      noValidate
    >
      <label className="flex flex-col text-[0.875rem] text-soft">
        What is it called?
        <input
          autoFocus
          autoComplete="off"
          className="min-h-11 rounded border border-line bg-ground px-2 text-lg text-ink"
          placeholder={title}
          {...register('title')}
        />
      </label>
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <List label="Key" field={register('key')} items={KEYS.map((k) => [k.value, k.name])} />
        <label className="flex flex-col text-[0.875rem] text-soft">
          Tempo, bpm
          <span className="flex gap-1">
            <input
              inputMode="decimal"
              className="min-h-11 w-20 rounded border border-line bg-ground px-2 text-ink"
              {...register('tempo')}
            />
            <TapTempo onTempo={(bpm) => setValue('tempo', bpm, { shouldValidate: true })} />
          </span>
          {errors.tempo && <Wrong>{errors.tempo.message}</Wrong>}
        </label>
        <List label="Metre" field={register('meter')} items={METERS.map((m) => [m.name, m.name])} />
        <List
          label="The band is in"
          field={register('down')}
          items={DOWNS.map((d) => [String(d.value ?? ''), d.name])}
        />
        <List
          label="Both guitars"
          field={register('guitars')}
          items={tuningsOf('guitar').map((t) => [t.name, t.name])}
        />
        <List label="Bass" field={register('bass')} items={tuningsOf('bass').map((t) => [t.name, t.name])} />
      </div>
      <fieldset className="flex flex-col gap-1.5 border-t border-line pt-2">
        <legend className="pr-2 text-[0.875rem] text-soft">
          Its parts, in the order they are played (touch one twice and it comes again)
        </legend>
        <div className="flex flex-wrap gap-1.5">
          {PART_NAMES.map((name) => (
            <Button
              key={name}
              className="!min-h-11"
              data-part={name}
              onClick={() => setParts([...parts, name])}
            >
              {name}
            </Button>
          ))}
        </div>
        {parts.length > 0 && (
          <p aria-live="polite" data-parts>
            <b>{parts.join(' · ')}</b>{' '}
            <Button look="quiet" onClick={() => setParts(parts.slice(0, -1))}>
              Take the last one back
            </Button>
          </p>
        )}
      </fieldset>
      <div className="flex flex-wrap items-center gap-2">
        <Button className="!min-h-11" onClick={onPaste}>
          Paste or drop one instead
        </Button>
        <Button
          className="!min-h-11"
          onClick={() => void handleSubmit((said) => onStart(songOf(named(said), []), 'text'))()}
        >
          I would rather type
        </Button>
        <Button look="strong" type="submit" className="ml-auto !min-h-11" data-start>
          {parts.length > 0 ? 'On to its chords' : 'On to its parts'}
        </Button>
      </div>
    </form>
  );
}

function Wrong({ children }: { readonly children: string | undefined }) {
  return (
    <span role="alert" className="text-[0.8125rem] text-clash">
      {children}
    </span>
  );
}

function List(props: {
  readonly label: string;
  readonly field: UseFormRegisterReturn;
  readonly items: readonly (readonly [string, string])[];
}) {
  return (
    <label className="flex min-w-0 flex-col text-[0.875rem] text-soft">
      {props.label}
      <select className="min-h-11 rounded border border-line bg-ground px-1 text-ink" {...props.field}>
        {props.items.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Taps further apart than this begin anew, in milliseconds. */
const PAUSE_MS = 2000;
/** Taps that count. */
const MOST_TAPS = 8;

/** The tempo of somebody's taps: whole beats a minute of the last few. */
function TapTempo({ onTempo }: { readonly onTempo: (bpm: number) => void }) {
  const taps = useRef<number[]>([]);
  const tap = () => {
    const now = performance.now();
    const last = taps.current.at(-1);
    if (last !== undefined && now - last > PAUSE_MS) taps.current = [];
    taps.current = [...taps.current, now].slice(-MOST_TAPS);
    const [first] = taps.current;
    if (taps.current.length < 3 || first === undefined) return;
    const bpm = Math.round((60_000 * (taps.current.length - 1)) / (now - first));
    if (bpm >= TEMPO_RANGE.min && bpm <= TEMPO_RANGE.max) onTempo(bpm);
  };
  return (
    <Button className="!min-h-11" title="Touch it on every beat" onClick={tap}>
      Tap
    </Button>
  );
}

/** The song as it was said, its parts still without chords. */
function songOf(said: Said, parts: readonly string[]): Song {
  const start = emptySong(said.title);
  const players = { ...start.players };
  for (const player of PLAYERS) {
    const rig = players[player];
    const name = player === 'bass' ? said.bass : said.guitars;
    const tuning = tuningsOf(rig.kind).find((t) => t.name === name)?.value;
    if (tuning) players[player] = { ...rig, tuning };
  }
  const meter = METERS.find((m) => m.name === said.meter)?.value ?? start.meter;
  const song: Song = {
    ...start,
    key: said.key,
    tempo: said.tempo,
    meter,
    players,
    ...(said.down === '' ? {} : { down: Number(said.down) }),
  };
  return parts.reduce(
    (now, name): Song =>
      now.sections.some((s) => s.name === name)
        ? applyEdit(now, { kind: 'playAgain', section: name, at: now.form.length })
        : applyEdit(now, {
            kind: 'addSection',
            name,
            at: now.form.length,
            bars: [BLANK],
          }),
    song,
  );
}
