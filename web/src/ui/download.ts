/** Gives the browser a text file to keep. */
export function downloadText(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The download has its own hold on the data once it has begun.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
