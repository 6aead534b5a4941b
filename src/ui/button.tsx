import type { ButtonHTMLAttributes, ReactNode } from 'react';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `strong` for the one thing to do here, `quiet` for the many, `bar` on the dark bar. */
  readonly look?: 'strong' | 'plain' | 'quiet' | 'bar';
  readonly children: ReactNode;
}

const LOOKS = {
  strong: 'bg-ink text-ground border-ink hover:opacity-90',
  plain: 'bg-sheet border-line hover:border-ink',
  quiet: 'border-transparent hover:bg-well',
  bar: 'border-transparent text-on-bar hover:bg-white/15',
} as const;

export function Button({ look = 'plain', className = '', children, ...rest }: Props) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-8 items-center gap-1.5 rounded-md border px-2.5 py-1 disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}
