import { Play, Square } from 'lucide-react';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { useListening } from './use-listening';

/** Plays from here or stops, with what is played; and while two things are compared, which of both is heard. */
export function PlayButton() {
  const { listening } = usePorts();
  const kind = useListening((s) => s.kind);
  const title = useListening((s) => s.title);
  const question = useListening((s) => s.question);
  const version = useListening((s) => s.version);
  const hasTwo = useListening((s) => s.hasTwo);
  const isOn = kind !== 'still';
  const { toggle, setVersion } = listening.getState();
  return (
    <span className="flex items-center gap-1">
      <Button
        look="bar"
        aria-label={isOn ? 'Stop' : 'Play from here'}
        title={isOn ? `Stop: ${title} (space)` : 'Play from here (space)'}
        data-playing={kind}
        onClick={toggle}
      >
        {isOn ? <Square size={18} fill="currentColor" /> : <Play size={18} fill="currentColor" />}
      </Button>
      {isOn && question && hasTwo && (
        <span role="group" aria-label="Which is heard" className="flex gap-1 text-[14px]">
          {question.labels.map((label, v) => (
            <button
              key={label}
              type="button"
              aria-pressed={version === v}
              onClick={() => setVersion(v)}
              className={`max-w-48 truncate rounded-md px-2 py-1 ${version === v ? 'bg-on-bar font-bold text-bar' : 'text-on-bar hover:bg-white/15'}`}
            >
              {label}
            </button>
          ))}
        </span>
      )}
    </span>
  );
}
