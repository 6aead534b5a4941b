import { useState } from 'react';
import type { Hand, KnownGrip } from '../../core/grip/index';

const SEEN = 'orchestron.stretch-caution';
const WIDE_SHARE = 0.85;

/** The usual caution, in small print the first time a wide stretch is looked at; once read it stays away. */
export function StretchCaution({ known, hand }: { known: KnownGrip; hand: Hand }) {
  const [seen, setSeen] = useState(() => wasSeen());
  if (seen || known.hold.reachMm < WIDE_SHARE * hand.spreadMm['14']) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-soft">
      A wide stretch: warm up first, rest between tries, and stop when it hurts. A doctor knows more than a
      program.
      <button
        type="button"
        className="rounded px-1.5 underline hover:bg-well"
        onClick={() => {
          remember();
          setSeen(true);
        }}
      >
        I know
      </button>
    </p>
  );
}

function wasSeen(): boolean {
  try {
    return window.localStorage.getItem(SEEN) !== null;
  } catch {
    return false;
  }
}

function remember(): void {
  try {
    window.localStorage.setItem(SEEN, 'yes');
  } catch {
    // It will be said again next time; nothing else depends on it.
  }
}
