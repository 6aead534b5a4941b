import { Play, Square } from 'lucide-react';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { useListening } from './use-listening';

/** Plays from here or stops. */
export function PlayButton() {
  const { listening } = usePorts();
  const kind = useListening((s) => s.kind);
  const title = useListening((s) => s.title);
  const isOn = kind !== 'still';
  return (
    <Button
      look="bar"
      aria-label={isOn ? 'Stop' : 'Play from here'}
      title={isOn ? `Stop: ${title} (space)` : 'Play from here (space)'}
      data-playing={kind}
      onClick={() => listening.getState().toggle()}
    >
      {isOn ? <Square size={18} fill="currentColor" /> : <Play size={18} fill="currentColor" />}
    </Button>
  );
}

/** While two things are compared: which of both is heard, over whatever screen is open. */
export function WhichIsHeard() {
  const { listening } = usePorts();
  const question = useListening((s) => (s.kind !== 'still' && s.hasTwo ? s.question : null));
  const version = useListening((s) => s.version);
  if (question === null) return null;
  const { setVersion, stop } = listening.getState();
  return (
    <div
      role="group"
      aria-label="Which is heard"
      className="on-bar no-print fixed bottom-10 left-1/2 z-30 flex max-w-[96vw] -translate-x-1/2 items-center gap-1 rounded-lg border border-line bg-bar p-1 text-[0.875rem] text-on-bar shadow-lg"
    >
      {question.labels.map((label, v) => (
        <button
          key={label}
          type="button"
          aria-pressed={version === v}
          onClick={() => setVersion(v)}
          className={`min-h-8 max-w-64 truncate rounded-md px-3 ${version === v ? 'bg-on-bar font-bold text-bar' : 'hover:bg-white/15'}`}
        >
          {label}
        </button>
      ))}
      <Button look="bar" aria-label="Stop comparing" onClick={stop}>
        <Square size={16} fill="currentColor" />
      </Button>
    </div>
  );
}
