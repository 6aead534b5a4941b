import { useEffect } from 'react';

/** The title of the document while a screen is shown: what a printed file is called. */
export function useTitle(title: string): void {
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
}
