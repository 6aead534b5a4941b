import { fail, formatProblem, ok, type Result } from '../../base/index';
import { besideChart, type Song } from '../../song/index';
import { formatMeter, type Meter } from '../../time/index';
import { readChart } from './read';
import { writeChart } from './write';

/**
 * The song with another metre, everything in it read anew as it is written: bars divided by their words, as many strokes
 * as there are. Fails with the first thing that cannot be in the other metre.
 */
export function withMeter(song: Song, meter: Meter): Result<Song> {
  return readAnew(song, meter, (text) => text.replace(/^meter: .*$/m, `meter: ${formatMeter(meter)}`));
}

/** The same for one section alone; null: the song's metre. */
export function withSectionMeter(song: Song, name: string, meter: Meter | null): Result<Song> {
  const isUsual = meter === null || formatMeter(meter) === formatMeter(song.meter);
  const own = isUsual ? '' : `meter ${formatMeter(meter)}`;
  const start = `== ${name} ==`;
  return readAnew(song, meter ?? song.meter, (text) => {
    const lines = text.split('\n');
    // The first header of a section is where it is written.
    const at = lines.findIndex((line) => line === start || line.startsWith(`${start} `));
    if (at < 0) return text;
    const settings = lines[at]!.slice(start.length)
      .split(';')
      .map((s) => s.trim())
      .filter((s) => s !== '' && !/^meter\s/.test(s));
    lines[at] = [start, [...settings, own].filter((s) => s !== '').join('; ')].join(' ').trimEnd();
    return lines.join('\n');
  });
}

function readAnew(song: Song, meter: Meter, change: (text: string) => string): Result<Song> {
  const { song: read, problems } = readChart(change(writeChart(song)));
  const [first] = problems;
  if (first)
    return fail(
      `in ${formatMeter(meter)} not everything written fits: ${formatProblem(first)}${problems.length > 1 ? `, and ${problems.length - 1} more` : ''}`,
    );
  return ok({ ...read, ...besideChart(song) });
}
