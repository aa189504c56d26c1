import { openDB, type DBSchema } from 'idb';
import { z } from 'zod';
import { newReadingSchema, type NewReading } from '@zarnel/contract';
import { keeping } from '../browser/keeping.ts';
import { askServer } from './ask-server.ts';
import { Outbox, type OutboxStore, type SendAnswer, type Waiting } from './outbox.ts';
import { refreshReadings } from './reading-api.ts';
import { openedOnce } from './opened-once.ts';
import { store } from './store.ts';
import { aloneOfTabs } from './tab.ts';
import { viewSlice } from './view-slice.ts';

type Schema = DBSchema & { readings: { key: string; value: Waiting & { readonly id: string } } };

/** As it was kept. What a newer version said beside is nothing that this one may send, and so let go of. */
const waitingSchema = z.object({ jobId: z.string(), reading: newReadingSchema });

const RETRY_MS = 3000;

const database = openedOnce(() =>
  openDB<Schema>('zarnel-readings', 1, {
    upgrade: (fresh) => {
      fresh.createObjectStore('readings', { keyPath: 'id' });
    },
  }),
);

async function removeKept(ids: readonly string[]): Promise<void> {
  const work = (await database()).transaction('readings', 'readwrite');
  for (const id of ids) await work.store.delete(id);
  await work.done;
}

/** Lets go of a reading that could not be read. */
export async function letGoReading(id: string): Promise<void> {
  await removeKept([id]);
  await outbox.tell();
}

function browserStore(): OutboxStore {
  return {
    all: async () => {
      const kept = await (await database()).getAll('readings');
      // What is damaged stays where it is, is offered to the person, and holds up none of the others.
      const read = kept.map((each) => waitingSchema.safeParse(each));
      const unread = kept.filter((_, index) => read[index]?.success === false);
      store.dispatch(
        viewSlice.actions.unreadFound({
          what: 'reading',
          unread: unread.map(({ id, ...each }) => ({
            id,
            text: `${JSON.stringify(each, null, 2)}\n`,
            why: '',
          })),
        }),
      );
      return read.flatMap(({ data }) => data ?? []);
    },
    add: async (waiting) => {
      try {
        await (await database()).put('readings', { ...waiting, id: waiting.reading.id });
        keeping.tell('readings', true);
      } catch (error) {
        keeping.tell('readings', false);
        throw error;
      }
    },
    remove: removeKept,
  };
}

async function send(jobId: string, readings: readonly NewReading[]): Promise<SendAnswer> {
  const heard = await askServer({
    path: `/api/jobs/${jobId}/readings`,
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ readings }),
  });
  // Only the server’s own word that it has them lets them go.
  if (heard.kind === 'not-reached' || heard.status >= 500) return 'unreachable';
  return heard.status < 300 ? 'kept' : 'refused';
}

export const outbox = new Outbox({
  store: browserStore(),
  send,
  onWaiting: (waiting) => store.dispatch(viewSlice.actions.readingsWait(waiting)),
  onKept: () => store.dispatch(refreshReadings()),
  onError: (error) => console.error(error),
  retryMs: RETRY_MS,
  alone: (work) => aloneOfTabs('readings', work),
});

/** At the start: what a closed or crashed page had not sent yet goes out now. */
void outbox.tell().then(() => outbox.flush());
addEventListener('online', () => void outbox.flush());
