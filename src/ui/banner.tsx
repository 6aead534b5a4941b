import type { ReactNode } from 'react';

/** Something that needs an answer, across the width of the screen. */
export function Banner({
  tone,
  children,
}: {
  readonly tone: 'watch' | 'clash' | 'plain';
  readonly children: ReactNode;
}) {
  const edge = { watch: 'border-watch', clash: 'border-clash', plain: 'border-ink' }[tone];
  return (
    <div
      role="alert"
      className={`no-print flex flex-wrap items-center gap-3 border-l-8 ${edge} bg-sheet px-4 py-2`}
    >
      {children}
    </div>
  );
}
