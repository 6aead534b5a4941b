import { nanoid } from 'nanoid';
import { readRecording } from '../../audio/index';
import type { TakeIn } from '../../core/formats/files/index';
import { createTakeStorage, toWhole } from '../../store/index';

/** Keeps recordings out of an archive with a stored song; those that are kept already are left. Gives how many were. */
export async function keepTakes(song: string, takes: readonly TakeIn[]): Promise<number> {
  const kept = createTakeStorage();
  const known = new Set((await kept.list(song)).map((note) => `${note.player} ${note.made}`));
  let count = 0;
  for (const { wav, song: _file, ...about } of takes) {
    if (known.has(`${about.player} ${about.made}`)) continue;
    const read = await readRecording(wav.slice().buffer);
    if (!read.ok) continue;
    const { audio, rate } = read.value;
    const seconds = audio.length / rate;
    await kept.keep({ ...about, id: nanoid(10), song, rate, seconds, samples: toWhole(audio) });
    count += 1;
  }
  return count;
}
