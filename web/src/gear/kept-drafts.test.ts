import { describe, expect, test } from '@jest/globals';
import { newGearType } from '@zarnel/core/plan';
import { KeptDrafts } from './kept-drafts.ts';

function drafts(text: string | null = null) {
  const kept = { text };
  return {
    kept,
    drafts: new KeptDrafts({
      getItem: () => kept.text,
      setItem: (_: string, next: string) => void (kept.text = next),
    }),
  };
}

const base = newGearType('a', 'A', 'other');

describe('half-typed gear', () => {
  test('comes back as it was typed, wrong figures and all, while what it was begun from stays the same', () => {
    const { drafts: store } = drafts();
    const typed = { ...base, massKg: -1, name: '' };
    store.write('job/1/a', base, typed);
    expect(store.read('job/1/a', base)).toEqual(typed);
    expect(store.read('job/2/a', base)).toBeNull();
    expect(store.read('job/1/a', { ...base, widthMm: 1 })).toBeNull();
    expect([...store.names()]).toEqual(['job/1/a']);
    store.forget('job/1/a');
    expect(store.read('job/1/a', base)).toBeNull();
  });

  test('keeps the newest, and none of what cannot be read', () => {
    const { kept, drafts: store } = drafts();
    for (let each = 0; each < 40; each++) store.write(`job/${each}`, base, base);
    expect(store.names().size).toBe(30);
    expect(store.names().has('job/39')).toBe(true);
    const text = kept.text ?? '';
    for (const bad of [
      '',
      '{',
      'null',
      '{"format":0,"drafts":[]}',
      text.replaceAll('"rules":[]', '"rules":7'),
    ])
      expect(drafts(bad).drafts.names().size).toBe(0);
  });

  test('of an older format is raised; what a newer version kept is not written over', () => {
    const entry = ['job/1/a', { base, draft: { ...base, massKg: 7 } }];
    const { drafts: older } = drafts(JSON.stringify({ format: 1, drafts: [entry] }));
    expect(older.read('job/1/a', base)?.massKg).toBe(7);
    const texts = new Map([['zarnel-gear-drafts', JSON.stringify({ format: 99, drafts: [entry] })]]);
    const newer = new KeptDrafts({
      getItem: (key) => texts.get(key) ?? null,
      setItem: (key, text) => void texts.set(key, text),
    });
    expect(newer.names().size).toBe(0);
    newer.write('job/2/b', base, base);
    expect([...newer.names()]).toEqual(['job/2/b']);
    expect([...texts.values()].some((text) => text.includes('"format":99'))).toBe(true);
  });

  test('is no trouble where the browser keeps nothing', () => {
    const full = new KeptDrafts({
      getItem: () => null,
      setItem: () => {
        throw new Error('full');
      },
    });
    expect(() => full.write('x', base, base)).not.toThrow();
    expect(full.read('x', base)).toBeNull();
  });
});
