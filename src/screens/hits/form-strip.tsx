import { joinsOut, practiceOrder, type Connection } from '../../core/clash/index';
import { formatMeter } from '../../core/time/index';
import { Menu } from '../../ui/index';
import { usePorts } from '../ports';
import type { HitsScope } from './scope';

interface Props {
  readonly scope: HitsScope;
  readonly onJoin: (id: string | null) => void;
}

/** The played order: sections, and between them the places where one goes into the next. */
export function FormStrip({ scope, onJoin }: Props) {
  const { desk } = usePorts();
  const { playings, connections, connection, song } = scope;
  const order = practiceOrder(connections);
  const out = joinsOut(connections);
  return (
    <nav
      aria-label="Sections and joins"
      className="flex items-center gap-2 border-b border-line px-4 py-1 max-sm:px-2"
    >
      <ol className="flex min-w-0 flex-1 items-center gap-0.5 overflow-x-auto py-0.5">
        {playings.map((playing, i) => {
          const join = i + 1 < playings.length ? out.get(playing.index)?.after : null;
          const again = out.get(playing.index)?.again;
          const now = !connection && playing.index === scope.playing.index;
          return (
            <li key={playing.index} className="flex shrink-0 items-center gap-0.5">
              <button
                type="button"
                aria-current={now}
                className={`rounded-md border px-2 py-0.5 whitespace-nowrap ${now ? 'border-2 border-ink bg-sheet font-bold' : 'border-line hover:border-ink'}`}
                onClick={() => {
                  onJoin(null);
                  desk.getState().select({ playing: i, pass: 1, moment: 0 });
                }}
              >
                {playing.section.name}
                {playing.entry.times > 1 && <span className="text-soft"> ×{playing.entry.times}</span>}
                <span className="text-[0.75rem] text-soft">
                  {playing.bpm !== song.tempo && ` ${playing.bpm}`}
                  {playing.section.meter && ` ${formatMeter(playing.meter)}`}
                  {playing.entry.feel && ` ${playing.entry.feel}-time`}
                </span>
              </button>
              {playing.entry.times > 1 && again && (
                <JoinButton join={again} here={connection} onJoin={onJoin} mark="↺" />
              )}
              {join && <JoinButton join={join} here={connection} onJoin={onJoin} mark="→" />}
            </li>
          );
        })}
      </ol>
      <Menu
        label="Practise"
        items={
          order.length === 0
            ? [{ label: 'Every join goes by itself', disabled: true, onSelect: () => undefined }]
            : order.map(({ connection: c, reason }, i) => ({
                label: `${i + 1}. ${c.words}`,
                hint: reason,
                onSelect: () => onJoin(c.id),
              }))
        }
      />
    </nav>
  );
}

function JoinButton(props: {
  join: Connection;
  here: Connection | null;
  onJoin: (id: string) => void;
  mark: string;
}) {
  const { join, here, onJoin, mark } = props;
  const open = join.findings.filter((f) => f.kept === null && f.level !== 'note');
  const worst = open.some((f) => f.level === 'clash') ? 'clash' : open.length > 0 ? 'watch' : null;
  const now = here?.id === join.id;
  const look =
    worst === 'clash'
      ? 'border-clash text-clash'
      : worst === 'watch'
        ? 'border-watch text-watch'
        : 'border-transparent text-soft';
  return (
    <button
      type="button"
      aria-label={`${join.words}${open.length > 0 ? `, ${open.length} to look at` : ''}`}
      title={`${join.words}${open.length > 0 ? `: ${open[0]!.text}` : ''}`}
      aria-current={now}
      className={`min-w-7 rounded-full border px-1.5 font-bold ${now ? 'border-2 !border-ink bg-sheet' : look} hover:border-ink`}
      onClick={() => onJoin(join.id)}
    >
      {mark}
      {open.length > 0 && <span className="text-[0.75rem]"> {open.length}</span>}
    </button>
  );
}
