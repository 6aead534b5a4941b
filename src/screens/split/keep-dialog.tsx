import { useState } from 'react';
import type { Cause, Finding, KeepReach } from '../../core/clash/index';
import { Button, Dialog } from '../../ui/index';

interface Props {
  readonly finding: Finding | Cause | null;
  /** Between two sections there is only the place itself. */
  readonly hereOnly?: boolean;
  readonly onClose: () => void;
  readonly onKeep: (reason: string, reach: KeepReach) => void;
}

/** Asks why a finding is meant, and how far that goes. */
export function KeepDialog({ finding, hereOnly = false, onClose, onKeep }: Props) {
  return (
    <Dialog open={finding !== null} onClose={onClose} title="Keep it on purpose">
      {finding && (
        <KeepForm key={finding.id} finding={finding} hereOnly={hereOnly} onClose={onClose} onKeep={onKeep} />
      )}
    </Dialog>
  );
}

function KeepForm({ finding, hereOnly, onClose, onKeep }: Props & { readonly finding: Finding | Cause }) {
  const places = 'places' in finding ? finding.places.length : 1;
  const [reach, setReach] = useState<KeepReach>(places > 1 ? 'section' : 'here');
  const choices: readonly (readonly [KeepReach, string])[] = [
    ['here', `only here, in bar ${finding.bar}, for these notes`],
    ['section', `everywhere in ${finding.section}`],
    ['song', 'in the whole song'],
  ];
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        const reason = String(new FormData(e.currentTarget).get('reason') ?? '').trim();
        onKeep(reason, hereOnly ? 'here' : reach);
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
      {!hereOnly && (
        <fieldset className="mt-3">
          <legend>Where is it meant?</legend>
          {choices.map(([value, words]) => (
            <label key={value} className="flex items-center gap-2 py-0.5">
              <input
                type="radio"
                name="reach"
                value={value}
                checked={reach === value}
                onChange={() => setReach(value)}
              />
              {words}
            </label>
          ))}
        </fieldset>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" look="strong">
          Keep
        </Button>
      </div>
    </form>
  );
}
