import type { RefObject } from 'react';
import type { Finding } from '../../core/clash/index';
import type { Player } from '../../core/form/index';
import type { Line } from '../../core/line/index';
import type { HitsPlace, Outcome } from './actions';
import type { HitsScope } from './scope';

/** What the keys work with. */
export interface KeyContext {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly division: number;
  readonly line: Line | null;
  /** The bar that "this bar" says: the one written in last, while the hand only went on from there. */
  readonly barMeant: number;
  /** The bar of hits that was copied. */
  readonly copied: RefObject<string | null>;
  /** The digit typed last, for frets of two digits. */
  readonly typed: RefObject<{ readonly at: number; readonly tick: number; readonly digit: string } | null>;
  readonly act: (outcome: Outcome) => void;
  /** On from what was written. */
  readonly step: (ticks: number) => void;
  readonly go: (player: Player, tick: number) => void;
  readonly join: (id: string | null) => void;
  readonly section: (by: 1 | -1) => void;
  readonly divide: (ticks: number) => void;
  readonly open: (dialog: 'patterns' | 'form' | 'finder' | 'remarks' | 'beside' | 'bar') => void;
  readonly keep: (finding: Finding) => void;
  /** Hears the bar round and round. */
  readonly hear: () => void;
}
