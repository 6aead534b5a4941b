import { Plus, Trash2 } from 'lucide-react';
import {
  parseNamedSound,
  PLAYER_WORDS,
  TONES,
  type NamedSound,
  type Player,
  type ToneWord,
} from '../../core/form/index';
import { formatDelay } from '../../core/time/index';
import type { Edit } from '../../core/song/index';
import { Button } from '../../ui/index';

/** A sound as it is typed. `was`: the name it is known by, null for a new one; an empty gain or delay is as the player's. */
export interface SoundDraft {
  readonly id: string;
  readonly was: string | null;
  readonly name: string;
  readonly gain: string;
  readonly delay: string;
  readonly tone: Readonly<Record<Tone, ToneWord['way'] | ''>>;
}

type Tone = (typeof TONES)[number];

export function soundDrafts(sounds: readonly NamedSound[] | undefined): readonly SoundDraft[] {
  return (sounds ?? []).map((sound) => ({
    id: sound.name,
    was: sound.name,
    name: sound.name,
    gain: sound.gain === undefined ? '' : String(sound.gain),
    delay: sound.delay === undefined ? '' : formatDelay(sound.delay),
    tone: Object.fromEntries(
      TONES.map((tone) => [tone, sound.tone?.find((t) => t.tone === tone)?.way ?? '']),
    ) as SoundDraft['tone'],
  }));
}

/** The edits that make a player's sounds what the drafts say, and what is wrong with which draft. */
export function soundEdits(
  player: Player,
  drafts: readonly SoundDraft[],
  before: readonly NamedSound[] | undefined,
): { readonly edits: readonly Edit[]; readonly wrong: Readonly<Record<string, string>> } {
  const wrong: Record<string, string> = {};
  const gone = (before ?? []).filter((s) => drafts.every((d) => d.was !== s.name));
  const edits: Edit[] = gone.map((s) => ({ kind: 'setSound', player, was: s.name, sound: null }));
  for (const draft of drafts) {
    const read = parseNamedSound(textOf(draft));
    if (!read.ok) {
      wrong[draft.id] = read.error;
      continue;
    }
    const { name } = read.value;
    const isTaken = drafts.some((d) => d !== draft && [d.name.trim(), d.was].includes(name));
    if (isTaken) wrong[draft.id] = `there is already a sound ${name}; expected another name`;
    else edits.push({ kind: 'setSound', player, was: draft.was, sound: read.value });
  }
  return { edits, wrong };
}

function textOf({ name, gain, delay, tone }: SoundDraft): string {
  const knobs = [
    ...(gain.trim() === '' ? [] : [`gain ${gain.trim()}`]),
    ...(delay.trim() === '' ? [] : [`delay ${delay.trim()}`]),
    ...TONES.flatMap((t) => (tone[t] === '' ? [] : [`${tone[t]} ${t}`])),
  ];
  return `${name} = ${knobs.join(', ')}`;
}

/** Sounds of a player under names, each a line; a new one is added below. */
export function SoundFields({
  player,
  drafts,
  wrong,
  onChange,
}: {
  player: Player;
  drafts: readonly SoundDraft[];
  wrong: Readonly<Record<string, string>>;
  onChange: (drafts: readonly SoundDraft[]) => void;
}) {
  const put = (draft: SoundDraft, part: Partial<SoundDraft>) =>
    onChange(drafts.map((d) => (d === draft ? { ...d, ...part } : d)));
  const add = () => {
    const id = `new ${drafts.length} ${Date.now()}`;
    const name = NAMES.find((n) => drafts.every((d) => d.name !== n)) ?? 'sound';
    const gain = name === 'clean' ? '1' : name === 'drive' ? '8' : '6';
    const tone = { bass: '', middle: '', treble: '', presence: '' } as const;
    onChange([...drafts, { id, was: null, name, gain, delay: '', tone }]);
  };
  return (
    <div className="mt-2" role="group" aria-label={`Sounds of ${PLAYER_WORDS[player]}`}>
      {drafts.map((draft) => (
        <div key={draft.id} className="mb-1 flex flex-wrap items-end gap-2">
          <Small label="Sound" wide value={draft.name} onChange={(name) => put(draft, { name })} />
          <Small label="Gain" value={draft.gain} onChange={(gain) => put(draft, { gain })} />
          <Small label="Delay" value={draft.delay} onChange={(delay) => put(draft, { delay })} />
          {TONES.map((tone) => (
            <label key={tone} className="flex flex-col text-[0.8125rem] text-soft">
              {tone}
              <select
                value={draft.tone[tone]}
                className="w-16 rounded border border-line bg-ground px-0.5 py-1 text-ink"
                onChange={(e) =>
                  put(draft, {
                    tone: { ...draft.tone, [tone]: e.target.value as ToneWord['way'] | '' },
                  })
                }
              >
                <option value="">as it is</option>
                <option value="more">more</option>
                <option value="less">less</option>
              </select>
            </label>
          ))}
          <Button
            look="quiet"
            aria-label={`Take ${draft.name} away`}
            onClick={() => onChange(drafts.filter((d) => d !== draft))}
          >
            <Trash2 size={16} aria-hidden />
          </Button>
          {wrong[draft.id] && <p className="basis-full text-[0.8125rem] text-clash">{wrong[draft.id]}</p>}
        </div>
      ))}
      <Button look="quiet" onClick={add}>
        <Plus size={16} aria-hidden /> {drafts.length === 0 ? 'A sound to change to' : 'Another sound'}
      </Button>
    </div>
  );
}

/** What the first sounds are likely called. */
const NAMES = ['clean', 'drive', 'lead'] as const;

function Small({
  label,
  value,
  wide = false,
  onChange,
}: {
  label: string;
  value: string;
  wide?: boolean;
  onChange: (value: string) => void;
}) {
  return (
    <label className="flex flex-col text-[0.8125rem] text-soft">
      {label}
      <input
        value={value}
        placeholder={wide ? '' : 'as set'}
        className={`${wide ? 'w-24' : 'w-14'} rounded border border-line bg-ground px-2 py-1 text-ink`}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}
