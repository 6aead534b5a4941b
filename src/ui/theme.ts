import { useEffect, useState } from 'react';

export type Theme = 'day' | 'night';

const KEY = 'orchestron.theme';

/** The theme in use: the system's until somebody chooses, then that, remembered in this browser. */
export function useTheme(): readonly [Theme, (theme: Theme) => void] {
  const [theme, setTheme] = useState<Theme>(() => remembered() ?? system());
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  useEffect(() => {
    const query = window.matchMedia('(prefers-color-scheme: dark)');
    const follow = () => {
      if (remembered() === null) setTheme(system());
    };
    query.addEventListener('change', follow);
    return () => query.removeEventListener('change', follow);
  }, []);
  const choose = (chosen: Theme) => {
    try {
      localStorage.setItem(KEY, chosen);
    } catch {
      // Not remembered then; it still changes here.
    }
    setTheme(chosen);
  };
  return [theme, choose];
}

function system(): Theme {
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

function remembered(): Theme | null {
  try {
    const stored = localStorage.getItem(KEY);
    return stored === 'day' || stored === 'night' ? stored : null;
  } catch {
    return null;
  }
}
