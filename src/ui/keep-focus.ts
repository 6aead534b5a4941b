/** What can have the focus by Tab, and headings the focus is put on. */
const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), summary, [tabindex]:not([tabindex="-1"]), [contenteditable="true"]';
const OVERLAY = '[role="dialog"], [role="menu"], [role="listbox"]';
/** How many places are remembered that had the focus. */
const MOST = 16;

/**
 * An element that had the focus, and where it stood: its ancestors and its place among their children. Held weakly: a
 * screen that is gone is not kept for the sake of a button on it.
 */
interface Had {
  readonly element: WeakRef<HTMLElement>;
  readonly chain: readonly { readonly parent: WeakRef<Element>; readonly index: number }[];
}

let trail: readonly Had[] = [];

/**
 * Keeps the focus from falling to the top of the page. When what has it goes (deleted, switched off, drawn anew), it goes
 * to what stands in its place, else to what had it before, else to the heading of the screen. Returns how to stop.
 */
export function keepFocus(): () => void {
  let frame = 0;
  const look = () => {
    frame = 0;
    const last = trail.at(-1);
    if (!last || !isLost() || canHave(last.element.deref())) return;
    if (document.querySelector(OVERLAY)) return;
    giveFocus(beside(last) ?? earlier(null) ?? heading());
  };
  const soon = () => {
    if (frame === 0 && isLost()) frame = requestAnimationFrame(look);
  };
  const remember = (event: FocusEvent) => {
    if (!(event.target instanceof HTMLElement) || event.target === document.body) return;
    const element = event.target;
    const others = trail.filter((had) => had.element.deref()?.isConnected && had.element.deref() !== element);
    trail = [...others, { element: new WeakRef(element), chain: chainOf(element) }].slice(-MOST);
  };
  document.addEventListener('focusin', remember);
  const observer = new MutationObserver(soon);
  observer.observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ['disabled', 'hidden'],
  });
  return () => {
    document.removeEventListener('focusin', remember);
    observer.disconnect();
    cancelAnimationFrame(frame);
    trail = [];
  };
}

/** When something above the page is put away: the focus goes back to where it was before, unless it went on already. */
export function returnFocus(from: Element | null): void {
  const now = document.activeElement;
  if (!isLost() && !(from && now && from.contains(now))) return;
  giveFocus(earlier(from) ?? heading());
}

/** What is switched off while it has the focus loses it only when the page is drawn next, and nothing tells of that. */
function isLost(): boolean {
  const { activeElement: now } = document;
  return now === null || now === document.body || now.matches(':disabled');
}

function giveFocus(element: HTMLElement | null): void {
  element?.focus({ preventScroll: true });
  element?.scrollIntoView?.({ block: 'nearest', inline: 'nearest' });
}

function chainOf(element: Element): Had['chain'] {
  const chain: { parent: WeakRef<Element>; index: number }[] = [];
  let child: Element = element;
  for (let parent = child.parentElement; parent; parent = child.parentElement) {
    chain.push({ parent: new WeakRef(parent), index: [...parent.children].indexOf(child) });
    child = parent;
  }
  return chain;
}

/** The nearest thing that can have the focus in what is left of where an element stood; null beyond the screen. */
function beside({ chain }: Had): HTMLElement | null {
  for (const { parent: held, index } of chain) {
    const parent = held.deref();
    if (!parent?.isConnected) continue;
    if (parent.matches('main, body, #root')) return null;
    // What only shows something by having the focus is not put there by itself.
    const all = [...parent.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
      (one) => canHave(one) && one.dataset.tries === undefined,
    );
    if (all.length === 0) continue;
    const place = parent.children[index] ?? parent.lastElementChild;
    return all.find((one) => place?.contains(one)) ?? nearest(all, place);
  }
  return null;
}

function nearest(all: readonly HTMLElement[], place: Element | null | undefined): HTMLElement | null {
  if (!place) return all.at(-1) ?? null;
  const after = all.find((one) => place.compareDocumentPosition(one) & Node.DOCUMENT_POSITION_FOLLOWING);
  return after ?? all.at(-1) ?? null;
}

/** What had the focus last and can have it now, outside of what is put away. */
function earlier(from: Element | null): HTMLElement | null {
  const above = [...document.querySelectorAll(OVERLAY)].filter((one) => one !== from).at(-1) ?? null;
  const fits = (element: HTMLElement | undefined) =>
    canHave(element) && !from?.contains(element!) && (above === null || above.contains(element!));
  return trail.map((had) => had.element.deref()).findLast(fits) ?? null;
}

function heading(): HTMLElement | null {
  return document.querySelector<HTMLElement>('[data-screen-head]');
}

function canHave(element: HTMLElement | undefined): boolean {
  return (
    element !== undefined &&
    element.isConnected &&
    element.getClientRects().length > 0 &&
    !(element as HTMLButtonElement).disabled &&
    element.closest('[inert], [aria-hidden="true"]') === null
  );
}
