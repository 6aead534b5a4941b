import { useEffect, useRef } from 'react';
import { useGlance } from './shelf-ports';
import { SCREEN_WORDS, useWhere } from './where';

/**
 * The name of the screen: the title of the window, and the heading the focus goes to when another screen or song is
 * opened, so that it is said and Tab goes on from there. Not on the first page: there the browser says where one is.
 */
export function ScreenHead() {
  const { screen, id } = useWhere();
  const openId = useGlance((s) => s.id);
  const title = useGlance((s) => s.song?.title ?? null);
  const trouble = useGlance((s) => s.trouble);
  const isOpen = id !== null && openId === id && (title !== null || trouble !== null);
  const name = id === null ? SCREEN_WORDS[screen] : isOpen && title !== null ? title : null;
  const head = useRef<HTMLHeadingElement>(null);
  const before = useRef<string | null>(null);
  useEffect(() => {
    if (name === null) return;
    document.title = id === null ? `${name} · Orchestron` : `${name} · ${SCREEN_WORDS[screen]} · Orchestron`;
  }, [id, name, screen]);
  const place = name === null ? null : `${id ?? ''}/${screen}`;
  useEffect(() => {
    if (place === null || place === before.current) return;
    const isFirst = before.current === null;
    before.current = place;
    if (isFirst) return;
    // The shelf has a heading of its own, and gives the focus back to the song that was opened.
    if (document.activeElement?.closest('main [data-song], [role="dialog"], main input, .cm-editor')) return;
    (head.current ?? document.querySelector<HTMLElement>('[data-screen-head]'))?.focus({
      preventScroll: true,
    });
  }, [place]);
  if (id === null || name === null) return null;
  return (
    <h1 ref={head} tabIndex={-1} data-screen-head className="sr-only">
      {name}: {SCREEN_WORDS[screen]}
    </h1>
  );
}
