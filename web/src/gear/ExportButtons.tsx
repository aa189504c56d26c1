import { useState } from 'react';
import { gearDetailSchema, readGearListSchema } from '@zarnel/contract';
import type { GearType } from '@zarnel/core/plan';
import { askServer } from '../state/ask-server.ts';
import { Button } from '../ui/Button.tsx';
import { downloadText } from '../ui/download.ts';
import { browserFileWriting } from '../workers/files.ts';

const writing = browserFileWriting();

/** The server gives this many at once. */
const PAGE = 200;

/** The picked types, or with none picked all that are in use, as a gear file or as CSV. */
export function ExportButtons({ ids }: { readonly ids: readonly string[] }) {
  const [fault, setFault] = useState<string | null>(null);
  const save = async (as: 'file' | 'table') => {
    setFault(null);
    const gear = await readTypes(ids.length > 0 ? ids : await allIds()).catch(() => null);
    if (gear === null) {
      setFault('The library cannot be reached just now; nothing was saved.');
      return;
    }
    const text = await writing
      .ask((exports) => (as === 'file' ? exports.gearFile(gear) : exports.gearCsv(gear)))
      .catch((error: unknown) => {
        console.error(error);
        setFault('The file could not be written here; nothing was saved. Try again.');
        return null;
      });
    if (text === null) return;
    if (as === 'file') downloadText('gear.zarnel-gear.json', 'application/json', text);
    else downloadText('gear.csv', 'text/csv', text);
  };
  const which = ids.length > 0 ? `${ids.length} picked` : 'all';
  return (
    <>
      <Button onClick={() => void save('file')}>Export {which}</Button>
      <Button look="quiet" onClick={() => void save('table')}>
        as CSV
      </Button>
      {fault !== null && (
        <span role="alert" className="text-crayon">
          {fault}
        </span>
      )}
    </>
  );
}

async function allIds(): Promise<string[]> {
  const ids: string[] = [];
  for (let offset = 0; ; offset += PAGE) {
    const { gear, total } = readGearListSchema.parse(
      await answerOf(`/api/gear?limit=${PAGE}&offset=${offset}`),
    );
    for (const { id } of gear) ids.push(id);
    if (offset + PAGE >= total) return ids;
  }
}

async function readTypes(ids: readonly string[]): Promise<GearType[]> {
  const types: GearType[] = [];
  for (const id of ids) types.push(gearDetailSchema.parse(await answerOf(`/api/gear/${id}`)).type);
  return types;
}

/** What the server answers. Throws where it was not reached, or refuses: then nothing is written. */
async function answerOf(path: string): Promise<unknown> {
  const heard = await askServer({ path });
  if (heard.kind === 'not-reached' || heard.status !== 200) throw new Error('The library cannot be read.');
  return heard.body;
}
