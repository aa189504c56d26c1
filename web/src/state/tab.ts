import { channelOf, lockManager, newId, tabTexts } from '../browser/facilities.ts';
import { openedOnce } from './opened-once.ts';

const KEY = 'zarnel-tab';
const lockName = (tab: string) => `zarnel-tab-${tab}`;

/**
 * This tab’s name, the same after a reload. While the tab lives it holds a lock of that name; a duplicated tab,
 * whose name is taken, gets a new one. Without locks a name is new each time: none is ever taken by two.
 */
export const ownTab = openedOnce(claimTab);

async function claimTab(): Promise<string> {
  const known = tabTexts.getItem(KEY);
  if (known !== null && (await hold(known))) return known;
  const fresh = newId();
  await hold(fresh);
  tabTexts.setItem(KEY, fresh);
  return fresh;
}

/** The names of all tabs that are open now; null where the browser does not tell. */
export async function openTabs(): Promise<ReadonlySet<string> | null> {
  try {
    const locks = lockManager();
    if (locks === null) return null;
    const { held = [] } = await locks.query();
    return new Set(held.map(({ name = '' }) => name.replace(lockName(''), '')));
  } catch {
    return null;
  }
}

/** Whether the lock could be taken; it is kept until the tab closes. False where there are no locks. */
async function hold(tab: string): Promise<boolean> {
  const locks = lockManager();
  if (locks === null) return false;
  return new Promise((resolve) => {
    const taken = (lock: Lock | null) => {
      resolve(lock !== null);
      return lock === null ? undefined : new Promise(() => undefined);
    };
    try {
      locks.request(lockName(tab), { ifAvailable: true }, taken).catch(() => resolve(false));
    } catch {
      resolve(false);
    }
  });
}

/**
 * Does work while no other tab of this browser does the same; leaves it to the other where one does. Without locks every tab does
 * it: what is sent twice is kept once.
 */
export async function aloneOfTabs(name: string, work: () => Promise<void>): Promise<void> {
  const locks = lockManager();
  if (locks === null) return work();
  const turn = { hasBegun: false };
  try {
    await locks.request(`zarnel-${name}`, { ifAvailable: true }, async (lock) => {
      turn.hasBegun = true;
      if (lock !== null) await work();
    });
  } catch (error) {
    // What failed is the work’s own to tell; a browser that refuses the lock does it without.
    if (turn.hasBegun) throw error;
    await work();
  }
}

/** Tells the other tabs something, and hears what they tell. Nothing of either where the browser has no channel. */
export function tabChannel<Told>(name: string, onTold: (told: Told) => void): (told: Told) => void {
  const channel = channelOf(`zarnel-${name}`);
  if (channel === null) return () => undefined;
  channel.onmessage = ({ data }: MessageEvent<Told>) => onTold(data);
  return (told) => channel.postMessage(told);
}
