import strongUrl from 'virtual:fonts/atkinson-hyperlegible-next-700.ttf?url';
import plainUrl from 'virtual:fonts/atkinson-hyperlegible-next-400.ttf?url';
import plainRestUrl from 'virtual:fonts/dejavu-sans-400.ttf?url';
import strongRestUrl from 'virtual:fonts/dejavu-sans-700.ttf?url';
import type { PaperFonts } from './paper-letters.ts';

/** The fonts of the screen, as they ship with the client. Throws where the server cannot be reached. */
export async function paperFonts(): Promise<PaperFonts> {
  const [plain, strong] = await Promise.all([
    Promise.all([plainUrl, plainRestUrl].map(fontAt)),
    Promise.all([strongUrl, strongRestUrl].map(fontAt)),
  ]);
  return { plain, strong };
}

async function fontAt(url: string): Promise<ArrayBuffer> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`a font did not come: ${answer.status}`);
  return answer.arrayBuffer();
}
