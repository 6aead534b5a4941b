import { useMemo } from 'react';
import {
  connectionsOf,
  handsTogether,
  playingFindings,
  type Connection,
  type Finding,
  type HandsTogether,
} from '../../core/clash/index';
import {
  barsOnPass,
  differingBars,
  PLAYERS,
  type Bar,
  type Player,
  type Section,
} from '../../core/form/index';
import type { Key } from '../../core/pitch/index';
import {
  applyEdit,
  momentsOf,
  rightHand,
  strikesOf,
  unfold,
  type Moment,
  type OnPass,
  type Playing,
  type RightHandPart,
  type Song,
  type Strikes,
} from '../../core/song/index';
import type { Meter } from '../../core/time/index';
import { useDesk } from '../ports';

/** Where one bar of a scope is written. */
export type BarAddress = OnPass & { readonly bar: number; readonly times: number };

/** What the Hits screen looks at: a section on one pass, or the two bars where one section goes into the next. */
export interface HitsScope {
  /** Stays the same while the same place is looked at. */
  readonly id: string;
  /** The song with the previewed change, if there is one. */
  readonly song: Song;
  readonly playings: readonly Playing[];
  readonly connections: readonly Connection[];
  readonly connection: Connection | null;
  readonly playing: Playing;
  readonly section: Section;
  readonly pass: number;
  readonly times: number;
  readonly meter: Meter;
  readonly tempo: number;
  readonly key: Key;
  readonly bars: readonly Bar[];
  readonly moments: readonly Moment[];
  readonly marks: Strikes;
  readonly parts: Readonly<Record<Player, RightHandPart>>;
  readonly together: HandsTogether;
  readonly findings: readonly Finding[];
  readonly barNames: readonly string[];
  /** Why nothing can be changed here, or null. */
  readonly closed: string | null;
  readonly address: (bar: number) => BarAddress;
}

/** Null while the song has no section. `join`: id of the connection that is looked at. */
export function useHitsScope(join: string | null): HitsScope | null {
  const song = useDesk((s) => s.song)!;
  const preview = useDesk((s) => s.preview);
  const playing = useDesk((s) => s.selection.playing);
  const pass = useDesk((s) => s.selection.pass);
  const shown = useMemo(() => (preview ? applyEdit(song, preview) : song), [song, preview]);
  return useMemo(() => scopeOf(shown, { playing, pass, join }), [shown, playing, pass, join]);
}

/** The same without the screen. */
export function scopeOf(
  song: Song,
  at: { playing: number; pass: number; join: string | null },
): HitsScope | null {
  const playings = unfold(song);
  const connections = connectionsOf(song);
  const connection = connections.find((c) => c.id === at.join) ?? null;
  const own = playings[at.playing];
  if (!own) return null;
  return connection
    ? scopeOfConnection(song, { playings, connections, connection })
    : scopeOfSection(song, { playings, connections, playing: own, pass: at.pass });
}

function scopeOfSection(
  song: Song,
  of: Pick<HitsScope, 'playings' | 'connections' | 'playing' | 'pass'>,
): HitsScope {
  const { playing, pass } = of;
  const { section, entry, meter, tempo, key } = playing;
  const { times } = entry;
  const bars = barsOnPass(section, pass);
  const differs = differingBars(section, pass);
  const findings = playingFindings(song, playing).filter(
    (f) => f.pass === pass || (f.pass === 1 && !differs.includes(f.bar - 1) && f.bar <= bars.length),
  );
  return {
    ...of,
    id: `${playing.index} ${pass}`,
    song,
    connection: null,
    section,
    times,
    meter,
    tempo,
    key,
    bars,
    moments: momentsOf(section, { pass, meter }),
    ...handsOf(song, { section, pass, meter, bars, key, times, tempo }),
    findings,
    barNames: bars.map((_, i) => `bar ${i + 1}`),
    closed:
      playing.shift === 0
        ? null
        : `${section.name} is only moved to another key here; change it where it was written`,
    address: (bar) => ({ section: entry.section, pass, times, bar, entry: playing.index }),
  };
}

function scopeOfConnection(
  song: Song,
  of: Pick<HitsScope, 'playings' | 'connections'> & { connection: Connection },
): HitsScope {
  const { connection } = of;
  const { section, meter, tempo, from, to, findings } = connection;
  const { key } = to.playing;
  const ends = [from, to];
  const bars = section.bars;
  return {
    ...of,
    id: connection.id,
    song,
    playing: to.playing,
    section,
    pass: 1,
    times: 1,
    meter,
    tempo,
    key,
    bars,
    moments: momentsOf(section, { pass: 1, meter }),
    ...handsOf(song, { section, pass: 1, meter, bars, key, times: 1, tempo }),
    findings,
    barNames: [
      `${from.playing.section.name}, its last bar`,
      from.playing.section.name === to.playing.section.name
        ? 'again from the top'
        : `${to.playing.section.name}, bar 1`,
    ],
    closed:
      from.playing.meter !== to.playing.meter
        ? 'these two bars have different metres; change each in its own section'
        : from.playing.shift !== 0 || to.playing.shift !== 0
          ? 'one of these bars is only moved to another key; change it where it was written'
          : null,
    address: (bar) => {
      const end = ends[bar]!;
      const { entry } = end.playing;
      return {
        section: entry.section,
        pass: end.pass,
        times: entry.times,
        bar: end.bar,
        entry: end.playing.index,
      };
    },
  };
}

function handsOf(
  song: Song,
  of: {
    section: Section;
    pass: number;
    meter: Meter;
    bars: readonly Bar[];
    key: Key;
    times: number;
    tempo: number;
  },
): Pick<HitsScope, 'marks' | 'parts' | 'together'> {
  const [guitar1, guitar2, bass] = PLAYERS.map((player) =>
    rightHand(of.section, { pass: of.pass, meter: of.meter, player, rig: song.players[player] }),
  );
  return {
    marks: strikesOf(of.bars, of.meter),
    parts: { guitar1: guitar1!, guitar2: guitar2!, bass: bass! },
    together: handsTogether(song, of),
  };
}
