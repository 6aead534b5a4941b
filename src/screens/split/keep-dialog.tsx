import type { Finding } from '../../core/clash/index';
import { Button, Dialog } from '../../ui/index';

/** Asks why a finding is meant. */
export function KeepDialog({
  finding,
  onClose,
  onKeep,
}: {
  finding: Finding | null;
  onClose: () => void;
  onKeep: (reason: string) => void;
}) {
  return (
    <Dialog open={finding !== null} onClose={onClose} title="Keep it on purpose">
      {finding && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            onKeep(String(new FormData(e.currentTarget).get('reason') ?? '').trim());
          }}
        >
          <p className="mb-2">{finding.text}</p>
          <label className="block">
            Why is it meant?
            <input
              name="reason"
              autoFocus
              autoComplete="off"
              placeholder="the bite is the point"
              className="mt-1 block w-full rounded border border-ink bg-ground px-2 py-1.5"
            />
          </label>
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={onClose}>Leave it</Button>
            <Button type="submit" look="strong">
              Keep
            </Button>
          </div>
        </form>
      )}
    </Dialog>
  );
}
