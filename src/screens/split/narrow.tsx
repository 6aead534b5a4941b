import { Tabs } from 'radix-ui';
import { useRef, type ReactNode } from 'react';
import { useScreenSize } from '../../ui/index';
import { MomentFindings, momentPlace, MomentPitches } from './moment-panel';
import type { SplitModel } from './model';
import { NeckPanel } from './neck-panel';

/** What is shown below the parts where there is no room for it beside them. */
export type BelowTab = 'findings' | 'fits' | 'pitches';

/** Where one column is all there is: below the parts what clashes with its ways out, what else fits, or the pitches. */
export function Below(props: {
  readonly model: SplitModel;
  /** The same a breath later, for what is drawn after the parts. */
  readonly later: SplitModel;
  readonly tab: BelowTab;
  readonly onTab: (tab: BelowTab) => void;
  readonly keeping: string | null;
  readonly onKeep: (id: string | null) => void;
}) {
  const { model, later, tab, onTab, keeping, onKeep } = props;
  const list = useRef<HTMLDivElement>(null);
  const open = model.here.filter((f) => f.level !== 'note' && f.kept === null).length;
  const choose = (next: string) => {
    onTab(next as BelowTab);
    list.current?.scrollIntoView({ block: 'nearest' });
  };
  // A tablet has room for the pitches beside the others.
  const isTablet = useScreenSize() === 'tablet';
  const shown = isTablet && tab === 'pitches' ? 'findings' : tab;
  const pitches = <MomentPitches model={later} />;
  return (
    <Tabs.Root
      value={shown}
      onValueChange={choose}
      className="flex flex-1 flex-col border-t border-line bg-sheet"
    >
      <Tabs.List
        ref={list}
        aria-label="About this moment"
        className="sticky top-0 z-20 flex border-b border-line bg-sheet"
      >
        <One value="findings" now={shown}>
          Findings
          {open > 0 && (
            <b className="ml-1 rounded-full bg-clash px-1.5 text-[0.8125rem] text-on-mark">{open}</b>
          )}
        </One>
        <One value="fits" now={shown}>
          What else fits
        </One>
        {!isTablet && (
          <One value="pitches" now={shown}>
            Pitches
          </One>
        )}
      </Tabs.List>
      <p className="px-3 pt-1.5 text-[0.875rem] text-soft">{momentPlace(model)}</p>
      <div className={isTablet ? 'grid grid-cols-[minmax(0,1fr)_300px] gap-3' : ''}>
        <div className="min-w-0">
          <Tabs.Content value="findings" className="flex flex-col gap-2 p-3 pt-1.5">
            <MomentFindings model={later} keeping={keeping} onKeep={onKeep} />
          </Tabs.Content>
          <Tabs.Content value="fits">
            <NeckPanel model={model} />
          </Tabs.Content>
          {!isTablet && (
            <Tabs.Content value="pitches" className="p-3 pt-1.5">
              {pitches}
            </Tabs.Content>
          )}
        </div>
        {isTablet && (
          <section aria-label="Pitches" className="border-l border-line p-3 pt-1.5">
            {pitches}
          </section>
        )}
      </div>
    </Tabs.Root>
  );
}

function One({ value, now, children }: { value: BelowTab; now: BelowTab; children: ReactNode }) {
  return (
    <Tabs.Trigger
      value={value}
      className={`min-h-11 flex-1 border-b-4 px-1 ${value === now ? 'border-ink font-bold' : 'border-transparent'}`}
    >
      {children}
    </Tabs.Trigger>
  );
}
