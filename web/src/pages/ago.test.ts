import { describe, expect, test } from '@jest/globals';
import { agoText } from './ago.ts';

describe('agoText', () => {
  const now = new Date('2026-11-27T12:00:00Z');
  test.each([
    ['2026-11-27T11:59:30Z', 'just now'],
    ['2026-11-27T12:00:30Z', 'just now'],
    ['2026-11-27T11:55:00Z', '5 minutes ago'],
    ['2026-11-27T10:30:00Z', '1 hour ago'],
    ['2026-11-26T11:00:00Z', 'yesterday'],
    ['2026-11-24T11:00:00Z', '3 days ago'],
    ['2026-11-18T11:00:00Z', 'last week'],
    ['2026-08-27T11:00:00Z', '3 months ago'],
    ['2024-11-27T11:00:00Z', '2 years ago'],
  ])('tells %s as %s', (at, text) => {
    expect(agoText(new Date(at), now)).toBe(text);
  });
});
