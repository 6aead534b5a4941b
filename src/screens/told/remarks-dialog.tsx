import { useState } from 'react';
import { ordinal } from '../../core/base/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { occurrenceAt, type OnPass, type Playing, type RemarkChange, type Song } from '../../core/song/index';
import { Button, Dialog, DialogEnd } from '../../ui/index';
import { usePorts } from '../ports';

interface Props {
  readonly song: Song;
  readonly playing: Playing;
  /** Where the bar (from 0) is written, as it is played. */
  readonly on: OnPass;
  readonly bar: number;
  readonly player: Player;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** What is told to everybody and to single players: in the song, the section, this playing and this bar. */
export function RemarksDialog(props: Props) {
  return (
    <Dialog open={props.open} onClose={props.onClose} title="Remarks">
      <Fields {...props} />
    </Dialog>
  );
}

function Fields({ song, playing, on, bar, player, onClose }: Props) {
  const { desk } = usePorts();
  const { section, entry, first } = playing;
  const [whom, setWhom] = useState<Player | 'band'>('band');
  const played = section.variants.findLast(
    (v) => v.pass === on.pass && v.bars[bar - v.fromBar]?.remarks?.[whom] !== undefined,
  );
  const here = played?.bars[bar - played.fromBar]?.remarks ?? section.bars[bar]?.remarks;
  const set = (change: Omit<RemarkChange, 'who'>, label: string) =>
    desk.getState().edit({ kind: 'setRemark', change: { ...change, who: whom } }, { label });
  const to = whom === 'band' ? 'everybody' : PLAYER_WORDS[whom];
  return (
    <div className="flex flex-col gap-3" data-remarks>
      <span role="group" aria-label="Told to" className="flex flex-wrap gap-1">
        {(['band', ...PLAYERS] as const).map((who) => (
          <Button
            key={who}
            aria-pressed={who === whom}
            className={who === whom ? '!border-2 !border-ink font-bold' : ''}
            onClick={() => setWhom(who)}
          >
            {who === 'band' ? 'Everybody' : PLAYER_WORDS[who]}
          </Button>
        ))}
      </span>
      <Field
        key={`bar ${whom}`}
        label={`Bar ${bar + 1}, to ${to}`}
        example={whom === player ? 'let ring' : 'watch the drummer'}
        value={here?.[whom] ?? ''}
        focus
        onSet={(text) =>
          set({ section: entry.section, on, bar, text }, `remark in ${section.name}, bar ${bar + 1}`)
        }
      />
      <Field
        key={`section ${whom}`}
        label={`All of ${section.name}, to ${to}`}
        example="build up slowly"
        value={section.remarks?.[whom] ?? ''}
        onSet={(text) =>
          set({ section: entry.section, on: null, bar: null, text }, `remark for ${section.name}`)
        }
      />
      {!first && whom === 'band' && (
        <Field
          key="playing"
          label={`This time alone (${section.name} ${ordinal(occurrenceAt(song, playing.index).which)} in the song)`}
          example="drums only"
          value={entry.remark ?? ''}
          onSet={(remark) =>
            desk
              .getState()
              .edit(
                { kind: 'setPlaying', entry: playing.index, change: { remark } },
                { label: `remark for ${section.name}, this time` },
              )
          }
        />
      )}
      <Field
        key={`song ${whom}`}
        label={`The whole song, to ${to}`}
        example={whom === 'band' ? 'everybody in by the count' : 'near the bridge'}
        value={(whom === 'band' ? song.remark : song.players[whom].remark) ?? ''}
        onSet={(text) => set({ section: null, on: null, bar: null, text }, 'remark for the song')}
      />
      <p className="text-[0.875rem] text-soft">
        Remarks stand on the sheets: what is told to everybody on all of them.
      </p>
      <DialogEnd onClose={onClose} />
    </div>
  );
}

function Field(props: {
  label: string;
  example: string;
  value: string;
  focus?: boolean;
  onSet: (text: string) => void;
}) {
  const { label, example, value, focus = false, onSet } = props;
  return (
    <label className="block text-[0.875rem] text-soft">
      {label}
      <input
        key={value}
        defaultValue={value}
        autoFocus={focus}
        autoComplete="off"
        placeholder={example}
        className="mt-0.5 block w-full rounded border border-line bg-ground px-2 py-1.5 text-[1rem] text-ink focus:border-ink"
        onBlur={(e) => {
          if (e.currentTarget.value.trim() !== value) onSet(e.currentTarget.value);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
    </label>
  );
}
