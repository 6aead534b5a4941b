/** Hands out a text as a file the browser saves. */
export function download(name: string, text: string, type: string): void {
  hand(name, new Blob([text], { type: `${type};charset=utf-8` }));
}

/** The same for what is no text. */
export function downloadBytes(name: string, bytes: Uint8Array, type: string): void {
  hand(name, new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));
}

function hand(name: string, file: Blob): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
