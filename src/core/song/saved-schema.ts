import { array, boolean, lazy, mixed, number, object, setLocale, string, type InferType } from 'yup';
import { PLAN_NAMES, PLAYERS, sectionNameTrouble, VOICE_PATTERN } from '../form/index';
import { FINGER_PAIRS, HAND_SIZES, SPREAD_RANGE_MM } from '../grip/index';
import { DOWNS_RANGE, STROKE_WAYS } from '../hits/index';
import { FRETS_RANGE, SCALE_RANGE_MM, type Instrument } from '../instrument/index';
import { TEMPO_RANGE } from '../time/index';
import { isSavedBar } from './saved-bar';
import { logSchema } from './saved-log';
import { DOWN_RANGE, FINDING_KINDS } from './song';

/** What the rules say, in words for whoever mends a file by hand; the path stands before them. */
setLocale({
  mixed: {
    required: 'is missing',
    defined: 'is missing',
    notNull: 'is null; expected a value',
    oneOf: 'expected one of ${values}',
    notType: ({ type, value }: { type: string; value: unknown }) =>
      `expected ${/^[aeiou]/.test(type) ? 'an' : 'a'} ${type}, found ${shown(value)}`,
  },
  string: { matches: 'is not of the right form', min: 'is too short', max: 'is too long' },
  number: {
    min: 'expected at least ${min}',
    max: 'expected at most ${max}',
    integer: 'expected a whole number',
  },
  array: {
    min: 'expected at least ${min} of them',
    max: 'expected at most ${max} of them',
    length: 'expected ${length} of them',
  },
  object: { noUnknown: 'there is no setting called ${unknown}' },
});

function shown(value: unknown): string {
  const text = JSON.stringify(value) ?? 'nothing';
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

const placedCell = object({
  at: number().integer().min(0).required(),
  push: number().oneOf([0, 240, 480]).required(),
  cell: string().required(),
}).noUnknown();
const placedChord = object({
  at: number().integer().min(0).required(),
  push: number().oneOf([0, 240, 480]).required(),
  chord: string().required(),
}).noUnknown();
const hits = string().nullable().defined();
const voice = string()
  .matches(VOICE_PATTERN, {
    message: 'expected ~ (singing) and . (silent), and ? after them for a guess',
    excludeEmptyString: false,
  })
  .nullable()
  .defined();
/** The same for each player. */
const everyPlayer = <T>(make: () => T) => ({ guitar1: make(), guitar2: make(), bass: make() });

const lines = object(everyPlayer(() => string().optional()))
  .optional()
  .default(undefined);
const sounds = object(everyPlayer(() => string().optional()))
  .optional()
  .default(undefined);
const remarks = object({ band: string().optional(), ...everyPlayer(() => string().optional()) })
  .noUnknown()
  .optional()
  .default(undefined);
/** A comment where its owner's stand by default, or above a line. */
const placedComment = object({ text: string().defined(), above: string().required() }).noUnknown();
const comment = lazy((value: unknown) =>
  typeof value === 'object' && value !== null ? placedComment : string().defined(),
) as unknown as typeof placedComment;
const comments = array().of(comment).optional();
/** What is kept beside a bar: whole bars of a player. */
const besidePart = object({
  cells: array().of(placedCell).required(),
  hits: string().nullable().defined(),
  line: string().nullable().defined(),
}).noUnknown();
const beside = object(everyPlayer(() => array().of(besidePart).max(3).optional()))
  .noUnknown()
  .optional()
  .default(undefined);
const range = array().of(string().required()).length(2);
const passOrLast = mixed<number | 'last'>()
  .test(
    'pass',
    'expected a pass from 1, or "last"',
    (value) => value === 'last' || (typeof value === 'number' && Number.isInteger(value) && value >= 1),
  )
  .required();

const passOrEvery = mixed<number | 'last' | 'every'>()
  .test(
    'pass',
    'expected a pass from 1, "last" or "every"',
    (value) =>
      value === 'last' ||
      value === 'every' ||
      (typeof value === 'number' && Number.isInteger(value) && value >= 1),
  )
  .required();

/** One bar by its rules; exported for the law that compares `isSavedBar` with them. */
export const bar = object({
  chords: array().of(placedChord).required(),
  cells: object(everyPlayer(() => array().of(placedCell).required())).required(),
  hits: object(everyPlayer(() => hits)).required(),
  voice,
  lines,
  sounds,
  remarks,
  beside,
}).noUnknown();
/**
 * A bar that is plainly right is not walked through rule by rule: thousands of them are read whenever a song is opened.
 * `isSavedBar` never accepts what the rules refuse (a law tests that).
 */
const quickBar = lazy((value: unknown) =>
  isSavedBar(value) ? (ANYTHING as unknown as typeof bar) : bar,
) as unknown as typeof bar;
const ANYTHING = mixed();
const patch = object({
  chords: array().of(placedChord).optional(),
  cells: object(everyPlayer(() => array().of(placedCell).optional()))
    .optional()
    .default(undefined),
  hits: object(everyPlayer(() => string().nullable().optional()))
    .optional()
    .default(undefined),
  voice: string().matches(VOICE_PATTERN).nullable().optional(),
  lines,
  sounds,
  remarks,
  beside,
  out: boolean().oneOf([true]).optional(),
}).noUnknown();
const spreadMm = number().min(SPREAD_RANGE_MM.min).max(SPREAD_RANGE_MM.max).required();
const hand = object({
  size: string()
    .oneOf([...HAND_SIZES])
    .required(),
  thumb: boolean().required(),
  spreadMm: object(Object.fromEntries(FINGER_PAIRS.map((pair) => [pair, spreadMm]))).required(),
}).noUnknown();
const instrument = (kind: Instrument['kind']) =>
  object({
    kind: string().oneOf([kind]).required(),
    tuning: array()
      .of(string().required())
      .min(kind === 'guitar' ? 6 : 4)
      .max(kind === 'guitar' ? 6 : 5)
      .required(),
    capo: number().integer().min(0).max(12).required(),
    frets: number().integer().min(FRETS_RANGE.min).max(FRETS_RANGE.max).required(),
    scaleMm: number().min(SCALE_RANGE_MM.min).max(SCALE_RANGE_MM.max).required(),
    gain: number().min(0).max(10).required(),
    hand: hand.optional().default(undefined),
    delay: string().nullable().optional(),
    sounds: array().of(string().required()).optional(),
    strokes: string()
      .oneOf([...STROKE_WAYS])
      .optional(),
    downs: number().min(DOWNS_RANGE.min).max(DOWNS_RANGE.max).optional(),
    remark: string().optional(),
  })
    .noUnknown()
    .required();

const sectionHand = object({
  strokes: string()
    .oneOf([...STROKE_WAYS])
    .optional(),
  with: string()
    .oneOf([...PLAYERS])
    .optional(),
})
  .noUnknown()
  .optional()
  .default(undefined);

const variantBars = {
  fromBar: number().integer().min(0).required(),
  bars: array().of(patch).required(),
};
const variant = object({ pass: passOrLast, ...variantBars }).noUnknown();
const ownVariant = object({ pass: passOrEvery, ...variantBars }).noUnknown();

const songSchema = object({
  title: string().defined(),
  remark: string().optional(),
  comments,
  key: string().required(),
  tempo: number().min(TEMPO_RANGE.min).max(TEMPO_RANGE.max).required(),
  meter: string().required(),
  voice: array().of(string().required()).length(2).nullable().defined().default(null),
  down: number().integer().min(DOWN_RANGE.min).max(DOWN_RANGE.max).optional(),
  players: object({
    guitar1: instrument('guitar'),
    guitar2: instrument('guitar'),
    bass: instrument('bass'),
  }).required(),
  sections: array()
    .of(
      object({
        name: string()
          .required()
          .test(
            'name',
            ({ value }) => sectionNameTrouble(String(value)) ?? '',
            (value) => sectionNameTrouble(value) === null,
          ),
        wishes: array().of(string().required()).optional(),
        meter: string().optional(),
        swing: string().optional(),
        voice: range.optional().default(undefined),
        hands: object(everyPlayer(() => sectionHand))
          .optional()
          .default(undefined),
        sounds,
        key: string().optional(),
        pickup: number().integer().min(1).optional(),
        like: object(everyPlayer(() => string().optional()))
          .noUnknown()
          .optional()
          .default(undefined),
        remarks,
        comments,
        bars: array().of(quickBar).required(),
        variants: array().of(variant).required(),
      }).noUnknown(),
    )
    .required(),
  form: array()
    .of(
      object({
        section: string().required(),
        times: number().integer().min(1).max(99).required(),
        plan: string()
          .nullable()
          .oneOf([...PLAN_NAMES, null])
          .defined(),
        key: string().nullable().defined(),
        tune: string().optional(),
        tempo: number().min(TEMPO_RANGE.min).max(TEMPO_RANGE.max).optional(),
        feel: string().oneOf(['half', 'double']).optional(),
        bars: number().integer().min(1).optional(),
        sounds,
        variants: array().of(ownVariant).optional(),
        end: string().oneOf(['vamp', 'fade', 'cue']).optional(),
        remark: string().optional(),
        comments,
      }).noUnknown(),
    )
    .required(),
  kept: array()
    .of(
      object({
        section: string().nullable().defined(),
        pass: number().integer().min(1).nullable().defined(),
        bar: number().integer().min(1).nullable().defined(),
        beat: number().min(1).nullable().optional(),
        kind: string()
          .oneOf([...FINDING_KINDS])
          .required(),
        players: array()
          .of(
            string()
              .oneOf([...PLAYERS])
              .required(),
          )
          .required(),
        notes: array().of(string().required()).optional(),
        reason: string().defined(),
      }).noUnknown(),
    )
    .required(),
  log: logSchema,
  plans: array().of(string().required()).optional(),
  patterns: array().of(string().required()).optional(),
  /** Each song in it is read as a file's is. */
  versions: array()
    .of(object({ name: string().required(), song: mixed<object>().required() }).noUnknown())
    .optional(),
}).noUnknown();

/** Paths begin with `song`, in a file as in a version. */
export const wrapSchema = object({ song: songSchema.required() });

/** The song as plain JSON values, as the schema has them. */
export type SavedValues = InferType<typeof songSchema>;
