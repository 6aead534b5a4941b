import { useId, type ReactNode } from 'react';

/** One matter of the rig, under its heading. */
export function Card({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="flex flex-col gap-2 rounded-lg border border-line bg-sheet p-3">
      <h2 id={id} className="text-base font-bold">
        {title}
      </h2>
      {children}
    </section>
  );
}
