import { isLocked, PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import type { usePorts } from '../ports';
import { momentInWords } from './cell-words';
import { nextMove } from './chord-moves';
import { addressNow, isOpenIn, type SplitModel } from './model';
import { goTo, placeOf } from './go-to';

/** What keys can do besides changing the song. */
export interface KeyDoes {
  readonly desk: DeskActions;
  readonly onKeep: (id: string) => void;
  readonly onOpen: (
    what: 'finder' | 'plan' | 'versions' | 'tab' | 'sound' | 'remarks' | 'beside' | 'bar' | 'right',
  ) => void;
  readonly onPlay: () => void;
  /** Hears the bar: as it is, and with what is shown. */
  readonly onHear: () => void;
}

type DeskActions = ReturnType<ReturnType<typeof usePorts>['desk']['getState']>;

/** Does what a key stands for; false when it stands for nothing. */
export function pressKey(key: string, model: SplitModel, { desk, onKeep, onOpen, onHear }: KeyDoes): boolean {
  const { selection, moments, momentIndex, playings, playing } = model;
  const player = selection.player;
  const name = playing.section.name;
  switch (key) {
    case 'ArrowRight':
    case 'ArrowLeft': {
      const next = momentIndex + (key === 'ArrowRight' ? 1 : -1);
      if (next >= 0 && next < moments.length) {
        desk.select({ moment: next });
        desk.say(momentInWords(model, { moment: next, player }));
      } else stepSection(model, desk, key === 'ArrowRight' ? 1 : -1);
      return true;
    }
    case 'ArrowUp':
    case 'ArrowDown': {
      const index = PLAYERS.indexOf(player) + (key === 'ArrowDown' ? 1 : -1);
      const next = PLAYERS[Math.min(PLAYERS.length - 1, Math.max(0, index))]!;
      desk.select({ player: next });
      desk.say(momentInWords(model, { moment: momentIndex, player: next }));
      return true;
    }
    case '[':
    case ']':
      stepSection(model, desk, key === ']' ? 1 : -1);
      return true;
    case '1':
    case '2':
    case '3':
      desk.select({ player: PLAYERS[Number(key) - 1]! });
      desk.say(momentInWords(model, { moment: momentIndex, player: PLAYERS[Number(key) - 1]! }));
      return true;
    case 'a':
      focusAlternatives();
      desk.say('Alternatives: letters or arrows to hear about them, Enter takes one');
      return true;
    case 'l':
    case 'y':
    case 'r': {
      const at = addressNow(model, player);
      const cell = model.moment.cells[player];
      const where = `${PLAYER_WORDS[player]}, bar ${(at?.bar ?? 0) + 1}`;
      if (!at || !model.editable) desk.say('This section follows another one; change it there');
      else if (cell.kind !== 'open' && cell.step)
        desk.say(`${where} is a line; change its notes on the Hits screen`);
      else if (key === 'r') {
        if (isLocked(cell)) desk.say(`${where} is locked`);
        else
          desk.edit(
            { kind: 'setCells', changes: [{ at, cell: { kind: 'rest', locked: false, guess: false } }] },
            { label: `rest for ${where}`, decided: 'grip' },
          );
      } else if (key === 'y') {
        if (cell.kind !== 'grip') desk.say('There is no grip here to come to');
        else {
          const next = nextMove(cell);
          desk.edit(
            { kind: 'setCells', changes: [{ at, cell: next.cell }] },
            { label: `${next.words} for ${where}` },
          );
        }
      } else if (cell.kind === 'open') desk.say('Nothing is chosen here yet that could be locked');
      else {
        const change = { at, cell: { ...cell, locked: !cell.locked } };
        desk.edit(
          { kind: 'setCells', changes: [change] },
          { label: `${cell.locked ? 'unlock' : 'lock'} ${where}`, decided: 'lock' },
        );
      }
      return true;
    }
    case 'n':
      nextFinding(model, desk);
      return true;
    case 'k': {
      const first = model.here.find((f) => f.kept === null && f.level !== 'note');
      if (first) onKeep(first.id);
      else desk.say('Nothing to keep here');
      return true;
    }
    case 's': {
      if (!model.editable) desk.say('This section follows another one; split that');
      else {
        void desk.split(name, { reopen: !isOpenIn(playing.section) });
      }
      return true;
    }
    case 'e':
      onHear();
      return true;
    case '/':
      onOpen('finder');
      return true;
    case 'G':
      onOpen('sound');
      return true;
    case 'P':
    case 'T':
      if (model.editable) onOpen(key === 'P' ? 'plan' : 'tab');
      else desk.say('This section follows another one; change that');
      return true;
    case 'A':
      if (model.editable) onOpen('right');
      else desk.say('This section follows another one; change that');
      return true;
    case "'":
    case '=':
    case '|':
      if (model.editable) onOpen(key === '=' ? 'beside' : key === '|' ? 'bar' : 'remarks');
      else desk.say('This section follows another one; change that');
      return true;
    case '~': {
      const at = addressNow(model, player);
      const cell = model.moment.cells[player];
      if (!at || !model.editable || cell.kind === 'open' || cell.step)
        desk.say('There is no grip here to be a guess');
      else
        desk.edit(
          { kind: 'setCells', changes: [{ at, cell: { ...cell, guess: !cell.guess } }] },
          {
            label: `${cell.guess ? 'no guess any more for' : 'a guess for'} ${PLAYER_WORDS[player]}, bar ${at.bar + 1}`,
            decided: 'guess',
          },
        );
      return true;
    }
    case 'V':
      onOpen('versions');
      return true;
    default:
      return playings.length === 0;
  }
}

function stepSection(model: SplitModel, desk: DeskActions, by: 1 | -1): void {
  const next = model.selection.playing + by;
  const target = model.playings[next];
  if (!target) return desk.say(by > 0 ? 'This is the last section' : 'This is the first section');
  desk.select({ playing: next, pass: 1, moment: 0 });
  desk.say(target.section.name);
}

/** The next clash or watch in played order after this moment, round to the start. */
function nextFinding(model: SplitModel, desk: DeskActions): void {
  const list = model.causes.filter((f) => f.kept === null && f.level !== 'note');
  if (list.length === 0) return desk.say('Nothing clashes');
  // By moment, not by beat: what lies later in the moment one is at was said when one came to it.
  const here = [model.selection.playing, model.selection.pass, model.momentIndex];
  const rank = (f: (typeof list)[number]) => {
    const at = placeOf(model, f);
    return [at.playing, at.pass, at.moment];
  };
  const inOrder = [...list].sort((a, b) => compare(rank(a), rank(b)));
  const after = inOrder.find((f) => compare(rank(f), here) > 0) ?? inOrder[0]!;
  goTo(model, after, desk.select);
  desk.say(after.text);
}

function compare(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return 0;
}

/** To the first alternative; when they are still being worked out, as soon as they are there. */
function focusAlternatives(): void {
  const list = document.getElementById('alternatives');
  if (!list) return;
  const first = list.querySelector<HTMLButtonElement>('[data-letter]');
  if (first) first.focus();
  else list.dataset.wanted = 'true';
}
