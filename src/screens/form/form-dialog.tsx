import { useState } from 'react';
import { ordinal } from '../../core/base/index';
import { parseKey, parseRange } from '../../core/pitch/index';
import {
  entryLength,
  freeName,
  meterOf,
  songLength,
  type Edit,
  type Playing,
  type Song,
} from '../../core/song/index';
import { formatDuration, formatMeter, isCompound, TEMPO_RANGE } from '../../core/time/index';
import { withSectionMeter } from '../../core/formats/index';
import { Button, Dialog, DialogEnd } from '../../ui/index';
import { METERS } from '../ground/named-lists';
import { usePorts } from '../ports';
import { NumberField, Row, TextField } from './form-fields';
import { OccurrenceRows } from './form-occurrence';

/** How this playing of the section is played: how often, how fast, how it ends, in which key from here on. */
export function FormDialog(props: Props & { readonly open: boolean }) {
  const { playing, open, onClose } = props;
  return (
    <Dialog open={open} onClose={onClose} title={`How ${playing.section.name} is played here`}>
      <Fields {...props} />
    </Dialog>
  );
}

interface Props {
  readonly song: Song;
  readonly playing: Playing;
  /** The bar (from 0) and the pass (from 1) that are looked at. */
  readonly bar: number;
  readonly pass: number;
  readonly onClose: () => void;
}

function Fields({ song, playing, bar: looked, pass, onClose }: Props) {
  const { desk } = usePorts();
  const { entry, index } = playing;
  const material = song.sections.find((s) => s.name === entry.section)!;
  const [wrong, setWrong] = useState<string | null>(null);
  const edit = (change: Edit, label: string) => {
    setWrong(null);
    desk.getState().edit(change, { label });
  };
  const set = (change: Extract<Edit, { kind: 'setPlaying' }>['change'], label: string) =>
    edit({ kind: 'setPlaying', entry: index, change }, label);
  const bar = Math.min(looked, material.bars.length - 1);
  const own = entryLength(song, entry);
  const whole = songLength(song);
  const last = entry.times;
  const variants = material.variants;
  const differs =
    variants.length > 0 || song.form.some((e) => e.section === entry.section && e.variants !== undefined);
  const cutName = freeName(
    entry.section,
    song.sections.map((s) => s.name),
  );
  return (
    <div className="flex flex-col gap-3">
      <p className="text-soft">
        {own.bars} bars, {formatDuration(own.seconds)} here; the song has {whole.bars} bars and lasts{' '}
        {formatDuration(whole.seconds)}.
      </p>
      <Row label="Played">
        <NumberField
          name="Times"
          value={entry.times}
          range={[1, 99]}
          unit={entry.times === 1 ? 'time' : 'times'}
          onSet={(times) => times !== null && set({ times }, `${entry.section} ${times} times`)}
          onWrong={setWrong}
        />
        <NumberField
          name="Only the first bars"
          value={entry.bars ?? null}
          range={[1, material.bars.length]}
          unit={`of ${material.bars.length} bars (empty: all)`}
          onSet={(bars) =>
            set({ bars: bars === material.bars.length ? null : bars }, `${entry.section} shortened here`)
          }
          onWrong={setWrong}
        />
      </Row>
      <Row label="Tempo">
        <NumberField
          name="Tempo here"
          value={entry.tempo ?? null}
          range={[TEMPO_RANGE.min, TEMPO_RANGE.max]}
          unit={`${isCompound(meterOf(song, material)) ? 'dotted beats a minute' : 'bpm'} (empty: ${song.tempo} as the song)`}
          onSet={(tempo) => set({ tempo }, `tempo of ${entry.section}`)}
          onWrong={setWrong}
        />
        {(['as written', 'half', 'double'] as const).map((feel) => {
          const now = (entry.feel ?? 'as written') === feel;
          return (
            <Button
              key={feel}
              aria-pressed={now}
              className={now ? '!border-2 !border-ink font-bold' : ''}
              onClick={() =>
                set({ feel: feel === 'as written' ? null : feel }, `${entry.section} felt ${feel}`)
              }
            >
              {feel === 'as written' ? 'felt as written' : `${feel}-time feel`}
            </Button>
          );
        })}
      </Row>
      <Row label="Key">
        <TextField
          name="Key from here on"
          value={entry.key ?? ''}
          hint={`for this and everything after it (empty: ${song.key})`}
          onSet={(text) => {
            const key = text === '' ? null : parseKey(text);
            if (key && !key.ok) return setWrong(key.error);
            edit(
              { kind: 'setKeyFrom', entry: index, key: key ? key.value.text : null },
              `key from ${entry.section} on`,
            );
          }}
        />
      </Row>
      <Row label="Voice">
        <TextField
          name="Voice here"
          value={material.voice ? material.voice.join('-') : ''}
          hint={`lowest-highest (empty: ${song.voice ? song.voice.join('-') : 'none'} as the song)`}
          onSet={(text) => {
            const voice = text === '' ? null : parseRange(text);
            if (voice && !voice.ok) return setWrong(voice.error);
            edit(
              { kind: 'setRange', section: entry.section, voice: voice ? voice.value : null },
              `the voice's range in ${entry.section}`,
            );
          }}
        />
      </Row>
      <Row label="Metre">
        <select
          aria-label="Metre here"
          value={formatMeter(playing.meter)}
          className="min-h-8 rounded border border-line bg-ground px-1 text-ink"
          onChange={(e) => {
            const meter = METERS.find((m) => m.name === e.target.value)?.value;
            const next = meter && withSectionMeter(song, entry.section, meter);
            if (!next) return;
            if (!next.ok) return setWrong(`${next.error}. Nothing was changed`);
            edit({ kind: 'replace', song: next.value }, `${entry.section} in ${e.target.value}`);
          }}
        >
          {!METERS.some((m) => m.name === formatMeter(playing.meter)) && (
            <option>{formatMeter(playing.meter)}</option>
          )}
          {METERS.map((m) => (
            <option key={m.name}>{m.name}</option>
          ))}
        </select>
      </Row>
      <Row label="Endings">
        {variants.map((v, i) => (
          <span key={i} className="rounded border border-line px-2 py-1 text-[0.875rem]">
            {v.pass === 'last' ? 'last' : ordinal(v.pass)} time: bar {v.fromBar + 1}
            {v.bars.length > 1 && `–${v.fromBar + v.bars.length}`} {v.bars[0]?.out ? 'left out' : 'differs'}
          </span>
        ))}
        <Button
          onClick={() =>
            edit(
              {
                kind: 'vary',
                section: entry.section,
                pass: 'last',
                fromBar: bar,
                bars: material.bars.length - bar,
              },
              `an own last ending for ${entry.section} from bar ${bar + 1}`,
            )
          }
        >
          Own last ending from bar {bar + 1}
        </Button>
        {pass < last && (
          <Button
            onClick={() =>
              edit(
                {
                  kind: 'vary',
                  section: entry.section,
                  pass,
                  fromBar: bar,
                  bars: material.bars.length - bar,
                },
                `an own ending the ${ordinal(pass)} time`,
              )
            }
          >
            Own ending the {ordinal(pass)} time
          </Button>
        )}
        <Button
          disabled={bar === 0}
          onClick={() =>
            edit(
              { kind: 'leaveOut', section: entry.section, pass: 'last', fromBar: bar },
              `${entry.section} stops before bar ${bar + 1} the last time`,
            )
          }
        >
          The last time stops before bar {bar + 1}
        </Button>
        {variants.length > 0 && (
          <Button
            onClick={() =>
              edit(
                {
                  kind: 'together',
                  edits: [...new Set(variants.map((v) => v.pass))].map((pass) => ({
                    kind: 'unvary',
                    section: entry.section,
                    pass,
                  })),
                },
                `${entry.section} the same every time`,
              )
            }
          >
            The same every time
          </Button>
        )}
      </Row>
      <OccurrenceRows {...{ song, material, entry, index, bar, edit }} pass={pass} onWrong={setWrong} />
      <Row label="Cut">
        <Button
          disabled={bar === 0 || differs}
          title={differs ? 'Only a section that is the same every time can be cut' : undefined}
          onClick={() => {
            edit(
              { kind: 'cut', section: entry.section, bar, name: cutName },
              `cut ${entry.section} before bar ${bar + 1}`,
            );
            onClose();
          }}
        >
          Two sections: {cutName} begins with bar {bar + 1}
        </Button>
      </Row>
      {wrong !== null && (
        <p role="alert" className="text-clash">
          {wrong}
        </p>
      )}
      <DialogEnd onClose={onClose} />
    </div>
  );
}
