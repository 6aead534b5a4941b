import { yupResolver } from '@hookform/resolvers/yup';
import { Plus, Trash2 } from 'lucide-react';
import { useFieldArray, useForm, type FieldErrors } from 'react-hook-form';
import { array, boolean, number, object, string, type InferType } from 'yup';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { wantedTempo } from '../../core/log/index';
import { isDay, MINUTES_RANGE, MOST_LOG_CHARACTERS, type Rehearsal, type Song } from '../../core/song/index';
import { TEMPO_RANGE } from '../../core/time/index';
import { Button } from '../../ui/index';
import { fromPlaceKey, placeChoices, placeKey } from './place-choices';

const long = string()
  .defined()
  .max(MOST_LOG_CHARACTERS, `expected at most ${MOST_LOG_CHARACTERS} characters`);
const tempo = number()
  .typeError('expected a number')
  .min(TEMPO_RANGE.min, `expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max}`)
  .max(TEMPO_RANGE.max, `expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max}`)
  .required('a tempo is missing');
const empty = (value: unknown, typed: unknown) => (typed === '' ? null : value);

const schema = object({
  date: string()
    .required('a day is missing')
    .test('day', 'expected a day like 2026-11-27', (value) => isDay(value)),
  who: long,
  minutes: number()
    .transform(empty)
    .typeError('expected a number')
    .integer('expected whole minutes')
    .min(MINUTES_RANGE.min, `expected ${MINUTES_RANGE.min} to ${MINUTES_RANGE.max}`)
    .max(MINUTES_RANGE.max, `expected ${MINUTES_RANGE.min} to ${MINUTES_RANGE.max}`)
    .nullable()
    .defined(),
  reached: array()
    .of(object({ place: string().required(), tempo, clean: boolean().required() }))
    .required(),
  failed: array()
    .of(
      object({
        place: string().required(),
        bar: number()
          .transform(empty)
          .typeError('expected a number')
          .integer('expected a bar')
          .min(1, 'bars count from 1')
          .nullable()
          .defined(),
        player: string().defined(),
        words: long,
        over: boolean().oneOf([true]).optional(),
      }),
    )
    .required(),
  notes: long,
});
type Said = InferType<typeof schema>;

/** One rehearsal: the day, who was there, how long, how fast it went where, what failed. */
export function RehearsalForm(props: {
  readonly song: Song;
  readonly rehearsal: Rehearsal;
  readonly onKeep: (rehearsal: Rehearsal) => void;
  readonly onLeave: () => void;
}) {
  const { song, rehearsal, onKeep, onLeave } = props;
  const places = placeChoices(song, rehearsal);
  const first = places[0]?.key ?? '';
  const { register, handleSubmit, control, formState } = useForm<Said>({
    resolver: yupResolver(schema),
    defaultValues: {
      date: rehearsal.date,
      who: rehearsal.who,
      minutes: rehearsal.minutes,
      reached: rehearsal.reached.map((r) => ({ place: placeKey(r), tempo: r.tempo, clean: r.clean })),
      failed: rehearsal.failed.map((f) => ({
        place: placeKey(f),
        bar: f.bar,
        player: f.player ?? '',
        words: f.words,
        ...(f.over ? { over: f.over } : {}),
      })),
      notes: rehearsal.notes,
    },
  });
  const reached = useFieldArray({ control, name: 'reached' });
  const failed = useFieldArray({ control, name: 'failed' });
  const keep = (said: Said) =>
    onKeep({
      id: rehearsal.id,
      date: said.date,
      who: said.who.trim(),
      minutes: said.minutes,
      reached: said.reached.map((r) => ({ ...fromPlaceKey(r.place), tempo: r.tempo, clean: r.clean })),
      failed: said.failed.map((f) => ({
        ...fromPlaceKey(f.place),
        bar: f.bar,
        player: f.player === '' ? null : (f.player as Player),
        words: f.words.trim(),
        ...(f.over ? { over: f.over } : {}),
      })),
      notes: said.notes.trim(),
    });
  const { errors } = formState;
  const field = 'min-h-9 rounded border border-line bg-ground px-2';
  const placeField = (name: `reached.${number}.place` | `failed.${number}.place`, label: string) => (
    <select aria-label={label} className={field} {...register(name)}>
      {places.map(({ key, words }) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  );
  return (
    <form
      noValidate
      data-rehearsal-form
      className="flex flex-col gap-3 rounded-lg border-2 border-ink bg-sheet p-3"
      onSubmit={(e) => void handleSubmit(keep)(e)}
    >
      <div className="flex flex-wrap gap-3 text-[0.875rem]">
        <label className="flex flex-col text-soft">
          Day
          <input type="date" className={`${field} text-ink`} {...register('date')} />
          <Wrong error={errors.date} />
        </label>
        <label className="flex flex-1 flex-col text-soft">
          Who was there
          <input autoComplete="off" className={`${field} text-ink`} {...register('who')} />
          <Wrong error={errors.who} />
        </label>
        <label className="flex flex-col text-soft">
          Minutes
          <input inputMode="numeric" className={`${field} w-20 text-ink`} {...register('minutes')} />
          <Wrong error={errors.minutes} />
        </label>
      </div>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-bold">How fast it went</legend>
        {reached.fields.map((one, i) => (
          <div key={one.id} className="flex flex-wrap items-center gap-2 text-[0.875rem]">
            {placeField(`reached.${i}.place`, 'Where')}
            <label className="flex items-center gap-1">
              <input
                inputMode="decimal"
                aria-label="Tempo reached"
                className={`${field} w-20`}
                {...register(`reached.${i}.tempo`)}
              />
              bpm
            </label>
            <label className="flex min-h-9 items-center gap-1">
              <input type="checkbox" {...register(`reached.${i}.clean`)} /> clean
            </label>
            <Button look="quiet" aria-label="Take this line away" onClick={() => reached.remove(i)}>
              <Trash2 size={16} aria-hidden />
            </Button>
            <Wrong error={errors.reached?.[i]?.tempo} />
          </div>
        ))}
        <Button
          look="quiet"
          className="self-start"
          disabled={first === ''}
          onClick={() =>
            reached.append({
              place: first,
              tempo: wantedTempo(song, fromPlaceKey(first).section),
              clean: true,
            })
          }
        >
          <Plus size={16} aria-hidden /> A tempo reached
        </Button>
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="font-bold">What failed</legend>
        {failed.fields.map((one, i) => (
          <div key={one.id} className="flex flex-wrap items-center gap-2 text-[0.875rem]">
            {placeField(`failed.${i}.place`, 'Where it failed')}
            <label className="flex items-center gap-1">
              bar
              <input inputMode="numeric" className={`${field} w-16`} {...register(`failed.${i}.bar`)} />
            </label>
            <select aria-label="Whose it was" className={field} {...register(`failed.${i}.player`)}>
              <option value="">everybody</option>
              {PLAYERS.map((p) => (
                <option key={p} value={p}>
                  {PLAYER_WORDS[p]}
                </option>
              ))}
            </select>
            <input
              aria-label="What failed"
              autoComplete="off"
              placeholder="what it was"
              className={`${field} min-w-48 flex-1`}
              {...register(`failed.${i}.words`)}
            />
            <Button look="quiet" aria-label="Take this line away" onClick={() => failed.remove(i)}>
              <Trash2 size={16} aria-hidden />
            </Button>
            <Wrong error={errors.failed?.[i]?.bar ?? errors.failed?.[i]?.words} />
          </div>
        ))}
        <Button
          look="quiet"
          className="self-start"
          disabled={first === ''}
          onClick={() => failed.append({ place: first, bar: null, player: '', words: '' })}
        >
          <Plus size={16} aria-hidden /> Something that failed
        </Button>
      </fieldset>
      <label className="flex flex-col text-[0.875rem] text-soft">
        Notes
        <textarea
          rows={3}
          className="rounded border border-line bg-ground px-2 py-1 text-ink"
          {...register('notes')}
        />
        <Wrong error={errors.notes} />
      </label>
      <div className="flex justify-end gap-2">
        <Button onClick={onLeave}>Leave it</Button>
        <Button look="strong" type="submit">
          Keep it
        </Button>
      </div>
    </form>
  );
}

function Wrong({ error }: { readonly error: FieldErrors[string] | undefined }) {
  const message = error?.message;
  return typeof message === 'string' ? <span className="text-[0.8125rem] text-clash">{message}</span> : null;
}
