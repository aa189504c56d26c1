import { useState } from 'react';
import { gearDetailSchema, gearListSchema } from '@zarnel/contract';
import type { GearType } from '@zarnel/core/plan';
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
  for (;;) {
    const answer = await fetch(`/api/gear?limit=${PAGE}&offset=${ids.length}`);
    const { gear, total } = gearListSchema.parse(await answer.json());
    ids.push(...gear.map(({ id }) => id));
    if (gear.length === 0 || ids.length >= total) return ids;
  }
}

async function readTypes(ids: readonly string[]): Promise<GearType[]> {
  const types: GearType[] = [];
  for (const id of ids) {
    const answer = await fetch(`/api/gear/${id}`);
    types.push(gearDetailSchema.parse(await answer.json()).type);
  }
  return types;
}
