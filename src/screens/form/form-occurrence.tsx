import { ordinal } from '../../core/base/index';
import {
  formatPickup,
  parsePickup,
  type FormEntry,
  type OwnVariant,
  type Section,
} from '../../core/form/index';
import { parseKey } from '../../core/pitch/index';
import { meterOf, type Edit, type Song } from '../../core/song/index';
import { barTicks, formatMeter } from '../../core/time/index';
import { Button } from '../../ui/index';
import { Row, TextField } from './form-fields';

interface Props {
  readonly song: Song;
  readonly material: Section;
  readonly entry: FormEntry;
  /** Place in the form. */
  readonly index: number;
  /** The bar that is looked at, from 0, and the pass. */
  readonly bar: number;
  readonly pass: number;
  readonly edit: (change: Edit, label: string) => void;
  readonly onWrong: (message: string) => void;
}

/** What is so in this playing alone, how it ends, and the key and pick-up the section is written with. */
export function OccurrenceRows(props: Props) {
  const { song, material, entry, index, bar, pass, edit, onWrong } = props;
  const { section } = entry;
  const own = entry.variants ?? [];
  const which = occurrence(song, index);
  const canLeave = material.bars.length > 1;
  return (
    <>
      <Row label="This time">
        {own.map((v, i) => (
          <span key={i} className="rounded border border-line px-2 py-1 text-[0.875rem]">
            {passWords(v)}bar {v.fromBar + 1}
            {v.bars.length > 1 && `–${v.fromBar + v.bars.length}`} {v.bars[0]?.out ? 'left out' : 'differs'}
          </span>
        ))}
        <Button
          onClick={() =>
            edit(
              { kind: 'vary', section, entry: index, pass: 'every', fromBar: bar, bars: 1 },
              `bar ${bar + 1} of the ${which} ${section} of its own`,
            )
          }
        >
          Bar {bar + 1} is different in the {which} {section}
        </Button>
        <Button
          disabled={!canLeave}
          onClick={() =>
            edit(
              { kind: 'leaveOut', section, entry: index, pass: 'every', fromBar: bar, bars: 1 },
              `bar ${bar + 1} left out of the ${which} ${section}`,
            )
          }
        >
          Leave bar {bar + 1} out of it
        </Button>
        {own.length > 0 && (
          <Button
            onClick={() =>
              edit(
                {
                  kind: 'together',
                  edits: [...new Set(own.map((v) => v.pass))].map((p) => ({
                    kind: 'unvary',
                    section,
                    entry: index,
                    pass: p,
                  })),
                },
                `the ${which} ${section} as it is written`,
              )
            }
          >
            As it is written
          </Button>
        )}
        {entry.times > 1 && (
          <Button
            disabled={!canLeave}
            onClick={() =>
              edit(
                { kind: 'leaveOut', section, pass, fromBar: bar, bars: 1 },
                `bar ${bar + 1} of ${section} left out the ${ordinal(pass)} time`,
              )
            }
          >
            Leave bar {bar + 1} out the {ordinal(pass)} time, wherever it is played
          </Button>
        )}
      </Row>
      <Row label="Its end">
        {(['written', 'vamp', 'fade', 'cue'] as const).map((end) => {
          const isNow = (entry.end ?? 'written') === end;
          return (
            <Button
              key={end}
              aria-pressed={isNow}
              className={isNow ? '!border-2 !border-ink font-bold' : ''}
              onClick={() =>
                edit(
                  {
                    kind: 'setPlaying',
                    entry: index,
                    change: { end: end === 'written' ? null : end },
                  },
                  `${section}: ${END_WORDS[end]}`,
                )
              }
            >
              {END_WORDS[end]}
            </Button>
          );
        })}
      </Row>
      <Row label="Written">
        <TextField
          name="Written in the key"
          value={material.key ?? ''}
          hint={`key ${section} is written in (empty: ${song.key})`}
          onSet={(text) => {
            const key = text === '' ? null : parseKey(text);
            if (key && !key.ok) return onWrong(key.error);
            edit(
              { kind: 'setSectionKey', section, key: key ? key.value.text : null },
              `${section} written in ${key ? key.value.text : song.key}`,
            );
          }}
        />
        <TextField
          name="Pick-up"
          value={material.pickup === undefined ? '' : formatPickup(material.pickup)}
          hint="of bar 1 is played, like 1/4 (empty: all of it)"
          narrow
          onSet={(text) => {
            const pickup = text === '' ? null : parsePickup(text);
            if (pickup && !pickup.ok) return onWrong(pickup.error);
            const meter = meterOf(song, material);
            if (pickup && pickup.value >= barTicks(meter))
              return onWrong(`a pick-up is shorter than the bar; expected less than ${formatMeter(meter)}`);
            edit(
              { kind: 'setPickup', section, ticks: pickup ? pickup.value : null },
              `pick-up of ${section}`,
            );
          }}
        />
      </Row>
    </>
  );
}

const END_WORDS = {
  written: 'as written',
  vamp: 'vamp: round until somebody says so',
  fade: 'fades out',
  cue: 'on cue',
} as const;

/** "2nd": which playing of its section an entry of the form is. */
function occurrence(song: Song, index: number): string {
  const { section } = song.form[index]!;
  return ordinal(song.form.slice(0, index + 1).filter((e) => e.section === section).length);
}

function passWords({ pass }: OwnVariant): string {
  if (pass === 'every') return '';
  return pass === 'last' ? 'last time: ' : `${ordinal(pass)} time: `;
}
