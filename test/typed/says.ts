import { PLAYERS } from '../../src/core/form/index';
import { formatTuning } from '../../src/core/instrument/index';
import { meterOf, sectionNamed, type Song } from '../../src/core/song/index';
import { countedBeatTicks, formatMeter } from '../../src/core/time/index';

/** What a song says besides its form, one thing a line. */
export function headOf(song: Song): readonly string[] {
  return [
    `title ${song.title}`,
    `key ${song.key}`,
    `tempo ${song.tempo}`,
    `meter ${formatMeter(song.meter)}`,
    ...PLAYERS.flatMap((player) => {
      const rig = song.players[player];
      const plays = song.sections.some((s) =>
        s.bars.some((b) => b.cells[player].some((c) => c.cell.kind === 'grip')),
      );
      return [
        `${player} ${formatTuning(rig)}`,
        ...(rig.capo > 0 ? [`${player} capo ${rig.capo}`] : []),
        ...(plays ? [`${player} plays`] : []),
      ];
    }),
    ...song.sections.flatMap((s) => (s.meter ? [`${s.name} meter ${formatMeter(s.meter)}`] : [])),
    ...song.form.flatMap((e) => (e.feel ? [`${e.section} feel ${e.feel}`] : [])),
    ...song.form.flatMap((e) => (e.tempo === undefined ? [] : [`${e.section} tempo ${e.tempo}`])),
  ];
}

/** What is played in order: a section with its bars where it comes first, its name alone where it comes again. */
export function formOf(song: Song): readonly string[] {
  const seen = new Set<string>();
  return song.form.map((entry) => {
    const name = `${entry.section}${entry.times > 1 ? ` x${entry.times}` : ''}`;
    const section = sectionNamed(song, entry.section);
    if (seen.has(entry.section) || !section) return name;
    seen.add(entry.section);
    const beat = countedBeatTicks(meterOf(song, section));
    const bars = section.bars.map(({ chords }) => {
      if (chords.length === 0) return '.';
      if (chords.length === 1 && chords[0]!.at === 0) return chords[0]!.chord;
      return chords.map((c) => `${c.chord}@${Math.round((c.at / beat + 1) * 100) / 100}`).join(' ');
    });
    return `${name} | ${bars.join(' | ')} |`;
  });
}
