import { useCap } from './key-settings';

/** The key in use for a usual one, beside what it does; nothing while single keys are off. */
export function KeyCap({ of }: { readonly of: string }) {
  const cap = useCap()(of);
  return cap === '' ? null : <kbd className="text-soft">{cap}</kbd>;
}
