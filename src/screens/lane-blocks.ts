import { songFindings, type Finding } from '../core/clash/index';
import { PLAYERS, type Player } from '../core/form/index';
import { parseNote } from '../core/pitch/index';
import { cellPitches, momentsOf, unfold, type Playing, type Song } from '../core/song/index';
import { barTicks } from '../core/time/index';
import type { LaneBlock, LaneMoment } from '../views/index';

/** The whole song for the register lane: one block for each playing, drawn as on its first pass. */
export function laneBlocks(
  song: Song,
  findings: readonly Finding[] = songFindings(song),
): readonly LaneBlock[] {
  const playings = unfold(song);
  const clashes = clashesBySection(playings, findings);
  return playings.map((playing) => ({
    label: playing.entry.times > 1 ? `${playing.section.name} ×${playing.entry.times}` : playing.section.name,
    bars: playing.section.bars.length,
    moments: laneMoments(song, playing),
    clashes: clashBars(playing, clashes.get(playing.section)),
    voice: voicePitches(playing.section.voice ?? song.voice),
  }));
}

/** A singer's range as pitches, or null. */
export function voicePitches(range: Song['voice']): readonly [number, number] | null {
  if (!range) return null;
  const low = parseNote(range[0]);
  const high = parseNote(range[1]);
  return low.ok && high.ok ? [low.value, high.value] : null;
}

function laneMoments(song: Song, { section, meter }: Playing): readonly LaneMoment[] {
  let known = cache.get(section);
  if (known && known.players === song.players) return known.moments;
  const bar = barTicks(meter);
  const all = momentsOf(section, { pass: 1, meter });
  const moments = all.map((moment, i): LaneMoment => {
    const bands: Partial<Record<Player, readonly [number, number]>> = {};
    for (const player of PLAYERS) {
      const cell = moment.cells[player];
      if (cell.kind !== 'grip') continue;
      const pitches = cellPitches(cell, song.players[player]);
      if (pitches.length > 0) bands[player] = [Math.min(...pitches), Math.max(...pitches)];
    }
    const next = all[i + 1];
    const joined = PLAYERS.filter((p) => {
      const [here, there] = [moment.places[p], next?.places[p]];
      return here !== null && here.bar === there?.bar && here.index === there.index;
    });
    return { bar: moment.start / bar, bars: moment.ticks / bar, bands, sung: moment.sung, joined };
  });
  known = { players: song.players, moments };
  cache.set(section, known);
  return moments;
}

const cache = new WeakMap<Playing['section'], { players: Song['players']; moments: readonly LaneMoment[] }>();

/** Clashes that are not kept, by the section they are in: a playing shows those of the passes it has. */
function clashesBySection(
  playings: readonly Playing[],
  findings: readonly Finding[],
): ReadonlyMap<Playing['section'], readonly Finding[]> {
  const sections = new Map(playings.map((p) => [p.index, p.section]));
  const found = new Map<Playing['section'], Finding[]>();
  for (const f of findings) {
    const section = f.level === 'clash' && f.kept === null ? sections.get(f.playing) : undefined;
    if (!section) continue;
    const list = found.get(section);
    if (list) list.push(f);
    else found.set(section, [f]);
  }
  return found;
}

function clashBars(playing: Playing, clashes: readonly Finding[] = []): readonly number[] {
  const bars = clashes.filter((f) => f.pass <= playing.entry.times).map((f) => f.bar - 1);
  return [...new Set(bars)];
}
