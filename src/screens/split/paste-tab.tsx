import { useMemo, useState } from 'react';
import { chordsPlayed, readTab, type TabBar } from '../../core/formats/index';
import { formatCell, PLAYER_WORDS } from '../../core/form/index';
import { formatLine } from '../../core/line/index';
import { tuningWords } from '../../core/instrument/index';
import { refitSong, type Edit, type PartChange } from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';
import { usePorts } from '../ports';
import type { SplitModel } from './model';

/** Tab pasted as text becomes grips, hits and lines of the selected player, what was unsure marked as a guess. */
export function PasteTab({
  model,
  open,
  onClose,
}: {
  model: SplitModel;
  open: boolean;
  onClose: () => void;
}) {
  return (
    <Dialog open={open} onClose={onClose} title={`Paste tab for ${PLAYER_WORDS[model.selection.player]}`}>
      <Paste model={model} onClose={onClose} />
    </Dialog>
  );
}

function Paste({ model, onClose }: { model: SplitModel; onClose: () => void }) {
  const { desk } = usePorts();
  const { song, playing, selection, moment } = model;
  const player = selection.player;
  const rig = song.players[player];
  const [text, setText] = useState('');
  const [isRetuned, setRetuned] = useState(false);
  const asMine = useMemo(
    () => (text.trim() === '' ? null : readTab(text, { instrument: rig, meter: playing.meter })),
    [text, rig, playing.meter],
  );
  const tuning = asMine?.tuning ?? null;
  const retuned = useMemo(() => {
    if (!isRetuned || tuning === null) return null;
    const instrument = { ...rig, tuning };
    const players = { ...song.players, [player]: instrument };
    return {
      read: readTab(text, { instrument, meter: playing.meter }),
      ...refitSong(song, { key: null, players, keep: 'pitches' }),
    };
  }, [isRetuned, tuning, rig, song, player, text, playing.meter]);
  const read = retuned?.read ?? asMine;
  const from = moment.bar;
  const room = model.bars.length - from;
  const isFirst = playing.first && selection.pass === 1;
  const missing = Math.max(0, (read?.bars.length ?? 0) - room);
  // Where the section is written it grows; a playing that comes back has the bars it has.
  const bars = read?.bars.slice(0, isFirst ? undefined : room) ?? [];
  const put = () => {
    const changes = bars.map((b, i): PartChange => ({
      section: playing.entry.section,
      pass: selection.pass,
      times: playing.entry.times,
      entry: playing.index,
      player,
      bar: from + i,
      cells: b.cells,
      hits: b.hits,
      line: b.line,
    }));
    const parts: Edit = { kind: 'setParts', changes };
    const key = playing.key;
    const instrument = (retuned?.song ?? song).players[player];
    const named = isFirst && missing > 0 ? chordsPlayed(bars, { instrument, key }).slice(-missing) : [];
    const longer: readonly Edit[] =
      named.length === 0
        ? []
        : [
            {
              kind: 'setBars',
              section: playing.entry.section,
              change: {
                what: 'insert',
                at: model.bars.length,
                bars: named.map((chords) => chords.map((c) => ({ push: 0 as const, ...c }))),
              },
            },
          ];
    const retune: readonly Edit[] = retuned ? [{ kind: 'replace', song: retuned.song }] : [];
    const edits = [...retune, ...longer, parts];
    const edit: Edit = edits.length === 1 ? parts : { kind: 'together', edits };
    desk
      .getState()
      .edit(edit, { label: `pasted tab for ${PLAYER_WORDS[player]}, bar ${from + 1} on`, decided: 'grip' });
    onClose();
  };
  return (
    <div className="flex flex-col gap-3">
      <label className="flex flex-col gap-1">
        <span className="text-[0.875rem] text-soft">
          Lines of dashes and frets, the highest string on top as people write it (or the lowest, when the
          names before the lines say so).
        </span>
        <textarea
          aria-label="Tab as text"
          autoFocus
          spellCheck={false}
          rows={rig.tuning.length + 3}
          placeholder={rig.tuning
            .map((name) => `${name.replace(/-?\d$/, '')}|-----------------|`)
            .reverse()
            .join('\n')}
          className="frets w-full overflow-x-auto rounded border border-ink bg-ground px-2 py-1.5 text-[0.875rem] whitespace-pre"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      {read?.problems.map((p) => (
        <p key={p} role="alert" className="text-[0.875rem] text-clash">
          {p}.
        </p>
      ))}
      {tuning !== null && (
        <div role="radiogroup" aria-label="The tab is tuned otherwise" className="flex flex-wrap gap-1">
          {([false, true] as const).map((retune) => (
            <Button
              key={String(retune)}
              role="radio"
              aria-checked={isRetuned === retune}
              className={isRetuned === retune ? '!border-2 !border-ink font-bold' : ''}
              onClick={() => setRetuned(retune)}
            >
              {retune
                ? `Tune ${PLAYER_WORDS[player]} like the tab: ${tuningWords({ ...rig, tuning })}`
                : `Stay in ${tuningWords(rig)}: other frets, the same notes`}
            </Button>
          ))}
          {retuned && retuned.changed + retuned.misfits.length > 0 && (
            <p className="w-full text-[0.875rem] text-soft">
              {retuned.changed} {retuned.changed === 1 ? 'grip' : 'grips'} of the song get other frets for it
              {retuned.misfits.length > 0 ? `; ${retuned.misfits.length} cannot be held so` : ''}.
            </p>
          )}
        </div>
      )}
      {bars.length > 0 && (
        <ol aria-label="Understood" className="flex flex-col gap-1">
          {bars.map((b, i) => (
            <li key={i} className="grid grid-cols-[64px_1fr] gap-2 rounded border border-line px-2 py-1">
              <span className="text-soft">bar {from + i + 1}</span>
              <span>
                <span className="frets font-bold">{barWords(b, model)}</span>
                {b.unsure.length > 0 && (
                  <span className="block text-[0.8125rem] text-watch">unsure: {b.unsure.join('; ')}</span>
                )}
              </span>
            </li>
          ))}
        </ol>
      )}
      {read !== null && read.words.length > 0 && (
        <p className="text-[0.875rem] text-soft">Words left out: {read.words.join(' · ')}</p>
      )}
      {missing > 0 && (
        <p className="text-[0.875rem] text-watch">
          {isFirst
            ? `${playing.section.name} gets ${missing} ${missing === 1 ? 'bar' : 'bars'} more for it, the chords named after the tab, as guesses.`
            : `${missing} ${missing === 1 ? 'bar does' : 'bars do'} not fit into this playing any more and ${missing === 1 ? 'is' : 'are'} left out: paste it where ${playing.entry.section} is written.`}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button look="strong" disabled={bars.length === 0} onClick={put}>
          {bars.length === 0
            ? 'Put it there'
            : `Put ${bars.length === 1 ? 'it' : `${bars.length} bars`} from bar ${from + 1} of ${playing.section.name}`}
        </Button>
      </div>
    </div>
  );
}

function barWords(bar: TabBar, model: SplitModel): string {
  if (bar.line) {
    return formatLine(bar.line, {
      meter: model.playing.meter,
      strings: model.song.players[model.selection.player].tuning.length,
    });
  }
  const cells = bar.cells.map((c) => formatCell(c.cell)).join(' ');
  return bar.hits === null ? cells : `${cells} · ${bar.hits}`;
}
