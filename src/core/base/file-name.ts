/** A file name any system takes: "tramline-sparks"; "song" where nothing of the title is left. */
export function fileName(title: string): string {
  const plain = title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return plain === '' ? 'song' : plain;
}
