import { describe, expect, test } from '@jest/globals';
import type { Mortal } from './answering.ts';
import { FileWork } from './files.ts';

type Reader = { readonly read: () => Promise<string> };

function setUp() {
  const ended: number[] = [];
  const listeners: ((event: unknown) => void)[] = [];
  const answers: ((text: string) => void)[] = [];
  let made = 0;
  const reading = new FileWork<Reader>(() => {
    const number = made++;
    const worker: Mortal = {
      terminate: () => ended.push(number),
      addEventListener: (_, listener) => listeners.push(listener),
    };
    return { worker, remote: { read: () => new Promise((resolve) => answers.push(resolve)) } };
  });
  return { reading, ended, listeners, answers };
}

describe('FileWork', () => {
  test('ends the worker of each file with it', async () => {
    const { reading, ended, answers } = setUp();
    const first = reading.ask((reader) => reader.read());
    answers[0]?.('one');
    expect(await first).toBe('one');
    expect(ended).toEqual([0]);
  });

  test('stops at once when nobody waits any more, or another file comes', async () => {
    const { reading, ended, answers } = setUp();
    const first = reading.ask((reader) => reader.read());
    const second = reading.ask((reader) => reader.read());
    expect(await first).toBeNull();
    expect(ended).toEqual([0]);
    answers[0]?.('late');
    reading.stop();
    expect(await second).toBeNull();
    expect(ended).toEqual([0, 1]);
    reading.stop();
  });

  test('says so when the worker breaks', async () => {
    const { reading, ended, listeners } = setUp();
    const first = reading.ask((reader) => reader.read());
    listeners[0]?.({ message: 'out of memory' });
    await expect(first).rejects.toThrow('the worker ended');
    expect(ended).toEqual([0]);
  });
});
