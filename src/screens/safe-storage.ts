/** A browser's storage of words, or nothing where the browser refuses it: nothing is remembered then. */
export function safeStorage(of: 'local' | 'session') {
  const storage = () => (of === 'local' ? localStorage : sessionStorage);
  return {
    getItem: (name: string) => attempt(() => storage().getItem(name)) ?? null,
    setItem: (name: string, value: string) => attempt(() => storage().setItem(name, value)),
    removeItem: (name: string) => attempt(() => storage().removeItem(name)),
  };
}

function attempt<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch {
    return undefined;
  }
}
