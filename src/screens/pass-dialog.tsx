import { ordinal } from '../core/base/index';
import { occurrenceAt } from '../core/song/index';
import { Button, Dialog } from '../ui/index';
import { useDesk, usePorts } from './ports';

/** Asks once, when a pass of a section or a playing would first differ from the others, whether it shall. */
export function PassDialog() {
  const { desk } = usePorts();
  const asked = useDesk((s) => s.asked);
  const song = useDesk((s) => s.song);
  const { answer } = desk.getState();
  const { section, pass, entry } = asked?.of ?? { section: '', pass: 1, entry: null };
  const words =
    entry === null
      ? passWords({ section, pass })
      : playingWords({ section, pass, ...occurrenceAt({ form: song?.form ?? [] }, entry) });
  return (
    <Dialog open={asked !== null} onClose={() => answer(null)} title="Only this time?">
      {asked && (
        <div data-pass-dialog>
          <p className="mb-1">
            {words.where}: {asked.step.label}.
          </p>
          <p className="mb-3 text-[0.875rem] text-soft">{words.after}</p>
          <div className="flex flex-wrap gap-2">
            <Button look="strong" autoFocus onClick={() => answer('this')}>
              {words.only}
            </Button>
            <Button onClick={() => answer('every')}>{words.every}</Button>
            <Button look="quiet" onClick={() => answer(null)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}

interface Words {
  readonly where: string;
  readonly after: string;
  readonly only: string;
  readonly every: string;
}

function passWords({ section, pass }: { section: string; pass: number }): Words {
  return {
    where: `${section} is the same every time so far. You are at the ${ordinal(pass)} time`,
    after: `What differs from time to time stands under “Form” on Hits, and as “pass ${pass}” in the chart.`,
    only: `Only the ${ordinal(pass)} time`,
    every: 'Every time',
  };
}

function playingWords(of: { section: string; pass: number; which: number; count: number }): Words {
  const { section, pass, which, count } = of;
  const then = pass > 1 ? `, the ${ordinal(pass)} time` : '';
  return {
    where: `${section} comes ${count} times in the song. You are at the ${ordinal(which)}${then}`,
    after: `“Every ${section}” is not asked again while the song is open. What differs here alone stands under “Form” on Hits, and below its header in the chart.`,
    only: `Only the ${ordinal(which)} ${section}${then}`,
    every: `Every ${section}`,
  };
}
