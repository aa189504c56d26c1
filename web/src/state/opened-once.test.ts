import { expect, test } from '@jest/globals';
import { openedOnce } from './opened-once.ts';

test('opens once; an opening that failed, or could not even begin, is tried again', async () => {
  let tries = 0;
  const get = openedOnce(() => {
    tries++;
    if (tries === 1) throw new Error('not now');
    return tries === 2 ? Promise.reject(new Error('not yet')) : Promise.resolve(tries);
  });
  await expect(get()).rejects.toThrow('not now');
  await expect(get()).rejects.toThrow('not yet');
  expect([await get(), await get()]).toEqual([3, 3]);
});
