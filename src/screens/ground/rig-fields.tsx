import { useId } from 'react';
import { readInstrument } from '../../core/formats/index';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { FINGER_PAIRS, HAND_SIZES, HANDS, type FingerPair, type HandSize } from '../../core/grip/index';
import { STROKE_WAYS, type StrokeWay } from '../../core/hits/index';
import type { Rig } from '../../core/song/index';
import { formatDelay } from '../../core/time/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { soundDrafts, SoundFields, type SoundDraft } from './sound-fields';

/** One player's instrument and hand as they are typed: any field may be wrong for a while. */
export interface RigDraft {
  readonly tuning: string;
  readonly capo: string;
  readonly frets: string;
  readonly scale: string;
  readonly gain: string;
  readonly delay: string;
  readonly downs: string;
  readonly strokes: StrokeWay;
  readonly size: HandSize;
  readonly thumb: boolean;
  readonly spread: Readonly<Record<FingerPair, string>>;
  readonly sounds: readonly SoundDraft[];
}

export function draftOf(rig: Rig, tuning: string): RigDraft {
  return {
    tuning,
    capo: String(rig.capo),
    frets: String(rig.frets),
    scale: String(rig.scaleMm),
    gain: String(rig.gain),
    delay: formatDelay(rig.delay),
    downs: String(rig.downs),
    strokes: rig.strokes,
    size: rig.hand.size,
    thumb: rig.hand.thumb,
    spread: spreadDraft(rig.hand.spreadMm),
    sounds: soundDrafts(rig.sounds),
  };
}

const FIELDS = ['tuning', 'capo', 'frets', 'scale', 'gain', 'delay', 'downs', 'spread'] as const;
export type RigField = (typeof FIELDS)[number];

/** The rig a draft says, and what is wrong in which field. The same rig when nothing differs. */
export function rigOf(
  draft: RigDraft,
  start: Rig,
): { readonly rig: Rig; readonly wrong: Partial<Record<RigField, string>> } {
  const wrong: Partial<Record<RigField, string>> = {};
  let rig: Rig = { ...start, strokes: draft.strokes, hand: { ...HANDS[draft.size], thumb: draft.thumb } };
  const spread = FINGER_PAIRS.map((pair) => `${pair[0]}-${pair[1]} ${draft.spread[pair]}`).join(' ');
  for (const field of FIELDS) {
    const { instrument, problems } = readInstrument(
      `${field} ${field === 'spread' ? spread : draft[field]}`,
      rig,
    );
    if (problems[0]) wrong[field] = problems[0].message;
    else rig = instrument;
  }
  return { rig: JSON.stringify(rig) === JSON.stringify(start) ? start : rig, wrong };
}

/** Limits of a hand as they are typed. */
export function spreadDraft(spread: Readonly<Record<FingerPair, number>>): Record<FingerPair, string> {
  return Object.fromEntries(FINGER_PAIRS.map((pair) => [pair, String(spread[pair])])) as Record<
    FingerPair,
    string
  >;
}

interface Props {
  readonly player: Player;
  readonly draft: RigDraft;
  readonly wrong: Partial<Record<RigField, string>>;
  readonly wrongSounds: Readonly<Record<string, string>>;
  readonly onChange: (draft: RigDraft) => void;
  /** Whose it is stands above already. */
  readonly bare?: boolean;
}

/** Instrument and hand of one player. */
export function RigFields({ player, draft, wrong, wrongSounds, onChange, bare = false }: Props) {
  const put = (part: Partial<RigDraft>) => onChange({ ...draft, ...part });
  return (
    <fieldset className={bare ? '' : 'border-t border-line pt-2'}>
      <legend className={bare ? 'sr-only' : `pr-2 font-bold ${PLAYER_TEXT[player]}`}>
        <PlayerMark player={player} /> {PLAYER_WORDS[player]}
      </legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-[2.2fr_0.8fr_0.8fr_1fr_1fr_1.2fr]">
        <Field
          label="Tuning, lowest first"
          value={draft.tuning}
          wrong={wrong.tuning}
          onChange={(tuning) => put({ tuning })}
        />
        <Field label="Capo" value={draft.capo} wrong={wrong.capo} onChange={(capo) => put({ capo })} />
        <Field label="Frets" value={draft.frets} wrong={wrong.frets} onChange={(frets) => put({ frets })} />
        <Field
          label="Scale mm"
          value={draft.scale}
          wrong={wrong.scale}
          onChange={(scale) => put({ scale })}
        />
        <Field label="Gain 0–10" value={draft.gain} wrong={wrong.gain} onChange={(gain) => put({ gain })} />
        <Field label="Delay" value={draft.delay} wrong={wrong.delay} onChange={(delay) => put({ delay })} />
      </div>
      <SoundFields
        player={player}
        drafts={draft.sounds}
        wrong={wrongSounds}
        onChange={(sounds) => put({ sounds })}
      />
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex items-center gap-2">
          <span className="text-[0.875rem] text-soft">Hand</span>
          <select
            value={draft.size}
            className="rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => {
              const size = e.target.value as HandSize;
              put({ size, spread: spreadDraft(HANDS[size].spreadMm) });
            }}
          >
            {HAND_SIZES.map((size) => (
              <option key={size}>{size}</option>
            ))}
          </select>
        </label>
        {player !== 'bass' && (
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={draft.thumb} onChange={(e) => put({ thumb: e.target.checked })} />
            thumb may fret the lowest string
          </label>
        )}
        <label className="flex items-center gap-2">
          <span className="text-[0.875rem] text-soft">Strokes</span>
          <select
            value={draft.strokes}
            className="rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => put({ strokes: e.target.value as StrokeWay })}
          >
            {STROKE_WAYS.map((way) => (
              <option key={way} value={way}>
                {way === 'down' ? 'all down' : 'alternate'}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 text-[0.875rem]">
          <input
            inputMode="decimal"
            aria-label={`Down-strokes a second ${PLAYER_WORDS[player]} keeps up`}
            aria-invalid={wrong.downs !== undefined}
            className="w-14 rounded border border-line bg-ground px-2 py-0.5"
            value={draft.downs}
            onChange={(e) => put({ downs: e.target.value })}
          />
          down-strokes a second kept up
        </label>
        {wrong.downs && <p className="text-[0.8125rem] text-clash">{wrong.downs}</p>}
        <details className="basis-full">
          <summary className="cursor-pointer text-[0.875rem] text-soft">
            How far fingers spread, pair by pair (mm)
          </summary>
          <div className="mt-1 flex flex-wrap gap-2">
            {FINGER_PAIRS.map((pair) => (
              <label key={pair} className="flex items-center gap-1 text-[0.875rem]">
                {pair[0]}–{pair[1]}
                <input
                  inputMode="numeric"
                  className="w-14 rounded border border-line bg-ground px-2 py-0.5"
                  value={draft.spread[pair]}
                  onChange={(e) => put({ spread: { ...draft.spread, [pair]: e.target.value } })}
                />
              </label>
            ))}
          </div>
          {wrong.spread && <p className="text-[0.8125rem] text-clash">{wrong.spread}</p>}
        </details>
      </div>
    </fieldset>
  );
}

function Field({
  label,
  value,
  wrong,
  onChange,
}: {
  label: string;
  value: string;
  wrong: string | undefined;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <label className="flex min-w-0 flex-col">
      <span className="text-[0.875rem] text-soft">{label}</span>
      <input
        value={value}
        aria-invalid={wrong !== undefined}
        aria-describedby={wrong ? id : undefined}
        className="min-w-0 rounded border border-line bg-ground px-2 py-1"
        onChange={(e) => onChange(e.target.value)}
      />
      {wrong && (
        <span id={id} className="text-[0.8125rem] text-clash">
          {wrong}
        </span>
      )}
    </label>
  );
}
