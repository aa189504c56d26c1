import type { CheckCases } from '../test/check-cases.ts';

/** What each check of this family passes, and what it must find. */
export const SEAL_CASES: Readonly<Record<string, CheckCases>> = {
  'seal.framing': {
    valid: [[]],
    invalid: [[{ kind: 'move-pass', pass: 'roof-hole', xMm: 96.5 * 25.4, yMm: 30 * 25.4 }]],
  },
  'seal.gland': {
    valid: [[], [{ kind: 'set-pass-gland', pass: 'roof-hole', gland: 'M16' }]],
    invalid: [[{ kind: 'set-pass-gland', pass: 'roof-hole', gland: 'M40' }]],
  },
};
