import { openDB, type DBSchema } from 'idb';
import type { NewReading } from '@zarnel/contract';
import { Outbox, type OutboxStore, type SendAnswer, type Waiting } from './outbox.ts';
import { refreshReadings } from './reading-api.ts';
import { openedOnce } from './opened-once.ts';
import { store } from './store.ts';
import { viewSlice } from './view-slice.ts';

type Schema = DBSchema & { readings: { key: string; value: Waiting & { readonly id: string } } };

const RETRY_MS = 3000;

function browserStore(): OutboxStore {
  const database = openedOnce(() =>
    openDB<Schema>('zarnel-readings', 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore('readings', { keyPath: 'id' });
      },
    }),
  );
  return {
    all: async () => (await database()).getAll('readings'),
    add: async (waiting) => {
      await (await database()).put('readings', { ...waiting, id: waiting.reading.id });
    },
    remove: async (ids) => {
      const work = (await database()).transaction('readings', 'readwrite');
      for (const id of ids) await work.store.delete(id);
      await work.done;
    },
  };
}

async function send(jobId: string, readings: readonly NewReading[]): Promise<SendAnswer> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/readings`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ readings }),
    });
    if (response.ok) return 'kept';
    return response.status >= 500 ? 'unreachable' : 'refused';
  } catch (error) {
    if (error instanceof TypeError) return 'unreachable';
    throw error;
  }
}

export const outbox = new Outbox({
  store: browserStore(),
  send,
  onWaiting: (waiting) => store.dispatch(viewSlice.actions.readingsWait(waiting)),
  onKept: () => store.dispatch(refreshReadings()),
  onError: (error) => console.error(error),
  retryMs: RETRY_MS,
});

/** At the start: what a closed or crashed page had not sent yet goes out now. */
void outbox.tell().then(() => outbox.flush());
