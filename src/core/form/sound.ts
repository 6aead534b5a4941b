import { fail, ok, type Result } from '../base/index';
import { PLAYERS, type Player } from './cell';
import { formatDelay, parseDelay, type Delay } from '../time/index';

/** What a sound can be said to have more or less of, by the names of an amplifier's dials. */
export const TONES = ['bass', 'middle', 'treble', 'presence'] as const;

/** `more middle`, `less bass`: told to the player, nothing is judged by it. */
export interface ToneWord {
  readonly way: 'more' | 'less';
  readonly tone: (typeof TONES)[number];
}

/** A sound of a player under a name of one's own. What is left out is as the player's settings say. */
export interface NamedSound {
  readonly name: string;
  /** 0 clean to 10. */
  readonly gain?: number;
  /** Null: off. */
  readonly delay?: Delay | null;
  readonly tone?: readonly ToneWord[];
}

/** Which sound a player uses in a section, pass or bar: a named one, or what is turned for this use alone. */
export interface SoundUse {
  /** The name of one of the player's sounds. */
  readonly sound?: string;
  readonly gain?: number;
  readonly delay?: Delay | null;
}

const EXPECTED_USE = 'the name of a sound, gain 0 to 10 or a delay like delay 1/8.';
const EXPECTED_SOUND = 'clean = gain 1, delay off, less bass';
const NAME = /^[\p{L}][\p{L}\p{N} '’-]{0,29}$/u;
/** Words that begin something else where a sound is named. */
const TAKEN: readonly string[] = ['gain', 'delay', 'sound', 'off', 'r'];

/** Reads `clean = gain 1, delay off, more middle`. */
export function parseNamedSound(text: string): Result<NamedSound> {
  const equals = text.indexOf('=');
  const name = (equals < 0 ? text : text.slice(0, equals)).trim().replace(/\s+/g, ' ');
  if (equals < 0) return fail(`"${text.trim()}" says nothing of the sound; expected ${EXPECTED_SOUND}`);
  const trouble = soundNameTrouble(name);
  if (trouble !== null) return fail(trouble);
  let sound: NamedSound = { name };
  for (const part of commaParts(text.slice(equals + 1))) {
    const tone = parseTone(part);
    if (tone !== null) {
      const others = (sound.tone ?? []).filter((t) => t.tone !== tone.tone);
      sound = { ...sound, tone: [...others, tone] };
      continue;
    }
    const knob = parseKnob(part);
    if (knob === null)
      return fail(
        `"${part}" is nothing of a sound; expected gain, delay, or more or less of ${TONES.join(', ')}`,
      );
    if (!knob.ok) return knob;
    sound = { ...sound, ...knob.value };
  }
  return ok(sound);
}

/** A sound as `parseNamedSound` reads it: `clean = gain 1, delay off, more middle`. */
export function formatNamedSound(sound: NamedSound): string {
  const knobs = [...knobWords(sound), ...(sound.tone ?? []).map(({ way, tone }) => `${way} ${tone}`)];
  return `${sound.name} = ${knobs.join(', ')}`.trimEnd();
}

/** Why a text cannot name a sound; null when it can. */
export function soundNameTrouble(name: string): string | null {
  if (NAME.test(name) && !TAKEN.includes(name.split(' ')[0]!.toLowerCase())) return null;
  return `"${name}" cannot name a sound; expected a word or two like clean or lead, not ${TAKEN.slice(0, 2).join(' or ')}`;
}

/** Reads `clean`, `gain 3`, `clean, delay 1/8.` or nothing at all: as the player's settings say. */
export function parseSoundUse(text: string): Result<SoundUse> {
  let use: SoundUse = {};
  for (const part of commaParts(text)) {
    const knob = parseKnob(part);
    if (knob !== null) {
      if (!knob.ok) return knob;
      use = { ...use, ...knob.value };
    } else if (soundNameTrouble(part) === null && use.sound === undefined) {
      use = { ...use, sound: part.replace(/\s+/g, ' ') };
    } else return fail(`"${part}" is no sound; expected ${EXPECTED_USE}`);
  }
  return ok(use);
}

/** As `parseSoundUse` reads it; empty for a use that changes nothing. */
export function formatSoundUse(use: SoundUse): string {
  return [...(use.sound === undefined ? [] : [use.sound]), ...knobWords(use)].join(', ');
}

/** A use inside another one: a sound by name starts anew, what is turned is turned on top of what is around. */
export function combinedUse(around: SoundUse | undefined, own: SoundUse | undefined): SoundUse {
  return own?.sound === undefined ? { ...around, ...own } : own;
}

/** Which sound players use; who is left out uses the one around it. */
export type Sounds = Readonly<Partial<Record<Player, SoundUse>>>;

/** The same for everybody: what `own` says, over what `around` says. */
export function combinedSounds(around: Sounds | undefined, own: Sounds): Sounds {
  const all: { -readonly [P in keyof Sounds]: Sounds[P] } = { ...around };
  for (const player of PLAYERS) {
    const use = own[player];
    if (use !== undefined) all[player] = combinedUse(around?.[player], use);
  }
  return all;
}

/** Without uses that change nothing; undefined where nothing is left. */
export function saidSounds(sounds: Sounds): Sounds | undefined {
  const said = PLAYERS.filter((player) => formatSoundUse(sounds[player] ?? {}) !== '');
  return said.length === 0 ? undefined : Object.fromEntries(said.map((player) => [player, sounds[player]!]));
}

/** Why a use does not fit a player who has the sounds `names`; null when it does. */
export function soundTrouble(use: SoundUse, names: readonly string[], player: Player): string | null {
  if (use.sound === undefined || names.includes(use.sound)) return null;
  const known =
    names.length > 0
      ? `one of ${names.join(', ')}`
      : `it among the settings of ${player}, like sound ${use.sound} = gain 1`;
  return `${player} has no sound "${use.sound}"; expected ${known}`;
}

/** Reads a gain, 0 (clean) to 10. */
export function parseGain(text: string): Result<number> {
  const gain = Number(text);
  return text.trim() !== '' && gain >= 0 && gain <= 10
    ? ok(gain)
    : fail(`"${text}" is no gain; expected 0 (clean) to 10`);
}

function commaParts(text: string): readonly string[] {
  return text
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/** `gain 3` or `delay 1/8.`; null when it is neither. */
function parseKnob(part: string): Result<Pick<SoundUse, 'gain' | 'delay'>> | null {
  const match = /^(gain|delay)\s+(.+)$/.exec(part);
  if (!match) return null;
  if (match[1] === 'gain') {
    const gain = parseGain(match[2]!);
    return gain.ok ? ok({ gain: gain.value }) : gain;
  }
  const delay = parseDelay(match[2]!);
  return delay.ok ? ok({ delay: delay.value }) : delay;
}

function parseTone(part: string): ToneWord | null {
  const match = /^(?:(more|less)\s+)?(\S+)$/.exec(part);
  const tone = TONES.find((t) => t === match?.[2]);
  return tone ? { way: match![1] === 'less' ? 'less' : 'more', tone } : null;
}

function knobWords({ gain, delay }: Pick<SoundUse, 'gain' | 'delay'>): readonly string[] {
  return [
    ...(gain === undefined ? [] : [`gain ${gain}`]),
    ...(delay === undefined ? [] : [`delay ${formatDelay(delay)}`]),
  ];
}
