import { Tabs } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { openQuestions } from '../../core/log/index';
import { useDesk } from '../ports';
import { safeStorage } from '../safe-storage';
import { KeptVersions } from '../split/versions';
import { Decisions } from './decisions';
import { OpenQuestions } from './open-questions';
import { Rehearsals } from './rehearsals';
import { TakeCheck } from './take/take-check';
import { Tonight } from './tonight';

const PARTS = ['tonight', 'take', 'decisions', 'questions', 'versions', 'rehearsals'] as const;
type Part = (typeof PARTS)[number];
const WORDS: Readonly<Record<Part, string>> = {
  tonight: 'Tonight',
  take: 'A take',
  decisions: 'Decisions',
  questions: 'Open questions',
  versions: 'Versions',
  rehearsals: 'Rehearsals',
};
const REMEMBERED = 'orchestron.log-part';

/** What was decided, what is still a question, what was rehearsed, and what to practise tonight. */
export function Log() {
  const song = useDesk((s) => s.song)!;
  const session = safeStorage('session');
  const [part, setPart] = useState<Part>(() => {
    const known = session.getItem(REMEMBERED);
    return PARTS.find((p) => p === known) ?? 'tonight';
  });
  const asked = openQuestions(song).length;
  return (
    <Tabs.Root
      value={part}
      onValueChange={(next) => {
        setPart(next as Part);
        session.setItem(REMEMBERED, next);
      }}
      className="flex min-h-0 flex-1 flex-col"
    >
      <Tabs.List aria-label="The log" className="flex flex-wrap gap-x-1 border-b border-line px-3 pt-1">
        {PARTS.map((one) => (
          <Tabs.Trigger
            key={one}
            value={one}
            className="min-h-11 border-b-4 border-transparent px-2.5 data-[state=active]:border-ink data-[state=active]:font-bold"
          >
            {WORDS[one]}
            {one === 'questions' && asked > 0 && (
              <b className="ml-1 rounded-full bg-watch px-1.5 text-[0.8125rem] text-on-mark">{asked}</b>
            )}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Content value="tonight">
        <Tonight song={song} />
      </Content>
      <Content value="take">
        <TakeCheck song={song} />
      </Content>
      <Content value="decisions">
        <Decisions song={song} />
      </Content>
      <Content value="questions">
        <OpenQuestions song={song} />
      </Content>
      <Content value="versions">
        <KeptVersions onClose={() => undefined} />
      </Content>
      <Content value="rehearsals">
        <Rehearsals song={song} />
      </Content>
    </Tabs.Root>
  );
}

function Content({ value, children }: { readonly value: Part; readonly children: ReactNode }) {
  return (
    <Tabs.Content
      value={value}
      className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col gap-3 overflow-y-auto p-4"
    >
      {children}
    </Tabs.Content>
  );
}
