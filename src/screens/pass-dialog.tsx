import { ordinal } from '../core/base/index';
import { Button, Dialog } from '../ui/index';
import { useDesk, usePorts } from './ports';

/** Asks once, when a pass of a section would first differ from the others, whether it shall. */
export function PassDialog() {
  const { desk } = usePorts();
  const asked = useDesk((s) => s.asked);
  const { answer } = desk.getState();
  return (
    <Dialog open={asked !== null} onClose={() => answer(null)} title="Only this time?">
      {asked && (
        <div data-pass-dialog>
          <p className="mb-1">
            {asked.of.section} is the same every time so far. You are at the {ordinal(asked.of.pass)} time:{' '}
            {asked.step.label}.
          </p>
          <p className="mb-3 text-[14px] text-soft">
            What differs from time to time stands under “Form” on Hits, and as “pass {asked.of.pass}” in the
            chart.
          </p>
          <div className="flex flex-wrap gap-2">
            <Button look="strong" autoFocus onClick={() => answer('this')}>
              Only the {ordinal(asked.of.pass)} time
            </Button>
            <Button onClick={() => answer('every')}>Every time</Button>
            <Button look="quiet" onClick={() => answer(null)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}
