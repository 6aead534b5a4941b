import { Volume2 } from 'lucide-react';
import { useState } from 'react';
import { applyEdit, unfold } from '../../core/song/index';
import { editOf, reopening } from '../../core/split/index';
import { Button } from '../../ui/index';
import { spansOf, useListening } from '../listening/index';
import { usePorts } from '../ports';

/** Splits a section by its plan without changing it, and plays it against what is there, round and round. */
export function HearPlan({ section, label }: { section: string; label: string }) {
  const { client, desk, listening } = usePorts();
  const [isWorking, setWorking] = useState(false);
  const title = `plan for ${section}: ${label}`;
  const isMine = useListening((s) => s.kind !== 'still' && s.question?.title === title);
  const version = useListening((s) => s.version);
  const hear = async () => {
    const { song, say } = desk.getState();
    if (!song) return;
    setWorking(true);
    const open = reopening(song, section, 'both').reduce(applyEdit, song);
    const result = await client.split(open, section, null, () => undefined).catch(() => null);
    setWorking(false);
    if (!result?.ok) return say('This could not be worked out; nothing was changed');
    const at = {
      playing: Math.max(
        0,
        unfold(song).findIndex((p) => p.entry.section === section),
      ),
      pass: 1,
      moment: 0,
    };
    listening.getState().ask({
      title,
      labels: ['as it is', label],
      versions: [{ song }, { song: applyEdit(open, editOf(result.value)) }],
      spans: spansOf(song, 'section', at),
      at,
      only: null,
      version: 1,
    });
  };
  if (isMine) {
    const { setVersion, stop } = listening.getState();
    return (
      <span role="group" aria-label="Which is heard" className="flex flex-wrap gap-1">
        {['as it is', label].map((words, v) => (
          <Button
            key={words}
            look={version === v ? 'strong' : 'plain'}
            aria-pressed={version === v}
            onClick={() => setVersion(v)}
          >
            {words}
          </Button>
        ))}
        <Button onClick={stop}>Stop</Button>
      </span>
    );
  }
  return (
    <Button disabled={isWorking} onClick={() => void hear()}>
      <Volume2 size={16} aria-hidden />{' '}
      {isWorking ? `Splitting ${section} …` : `Hear ${section} split like this`}
    </Button>
  );
}
