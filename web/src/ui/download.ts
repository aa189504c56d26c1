/** Gives the browser a text file to keep. */
export function downloadText(name: string, type: string, text: string): void {
  // A spreadsheet takes a table for its own old letters, unless a mark says that it is not.
  const mark = type === 'text/csv' ? '\uFEFF' : '';
  downloadBlob(name, new Blob([mark, text], { type: `${type};charset=utf-8` }));
}

/** The same for what is no text. */
export function downloadBytes(name: string, type: string, bytes: Uint8Array): void {
  downloadBlob(name, new Blob([new Uint8Array(bytes)], { type }));
}

function downloadBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The download has its own hold on the data once it has begun.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
