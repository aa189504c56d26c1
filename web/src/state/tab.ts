import { openedOnce } from './opened-once.ts';

const KEY = 'zarnel-tab';
const lockName = (tab: string) => `zarnel-tab-${tab}`;

/**
 * This tab’s name, the same after a reload. While the tab lives it holds a lock of that name; a duplicated tab,
 * whose name is taken, gets a new one.
 */
export const ownTab = openedOnce(claimTab);

async function claimTab(): Promise<string> {
  const known = sessionStorage.getItem(KEY);
  if (known !== null && (await hold(known))) return known;
  const fresh = crypto.randomUUID();
  await hold(fresh);
  sessionStorage.setItem(KEY, fresh);
  return fresh;
}

/** The names of all tabs that are open now. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const { held = [] } = await navigator.locks.query();
  return new Set(held.map(({ name = '' }) => name.replace(lockName(''), '')));
}

/** Whether the lock could be taken; it is kept until the tab closes. */
function hold(tab: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(lockName(tab), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock === null ? undefined : new Promise(() => undefined);
    });
  });
}
