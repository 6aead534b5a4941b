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
  return playings.map((playing) => ({
    label: playing.entry.times > 1 ? `${playing.section.name} ×${playing.entry.times}` : playing.section.name,
    bars: playing.section.bars.length,
    moments: laneMoments(song, playing),
    clashes: clashBars(playing, playings, findings),
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

function clashBars(
  playing: Playing,
  playings: readonly Playing[],
  findings: readonly Finding[],
): readonly number[] {
  const bars = new Set<number>();
  for (const f of findings) {
    const same = playings.find((p) => p.index === f.playing)?.section === playing.section;
    if (same && f.level === 'clash' && f.kept === null && f.pass <= playing.entry.times) bars.add(f.bar - 1);
  }
  return [...bars];
}
