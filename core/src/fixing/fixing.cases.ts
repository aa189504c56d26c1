import type { CheckCases } from '../test/check-cases.ts';
import { getSample } from '../gear/samples.ts';
import { bracketHole } from '../gear/new-gear.ts';
import { getMaterial } from '../site/materials.ts';

const DISCONNECT = getSample('dc-disconnect-60a');

/** What each check of this family passes, and what it must find. */
export const FIXING_CASES: Readonly<Record<string, CheckCases>> = {
  'fixing.board': {
    valid: [[]],
    invalid: [
      [
        { kind: 'add-gear-type', gearType: getSample('backer-board-800x480') },
        {
          kind: 'place-gear',
          placement: {
            id: 'board',
            name: 'Board',
            type: 'backer-board-800x480',
            face: 'north-wall',
            xMm: 68 * 25.4,
            yMm: 54 * 25.4,
          },
        },
        {
          kind: 'place-gear',
          placement: {
            id: 'hot',
            name: 'Hot',
            type: 'transfer-switch-200a',
            face: 'north-wall',
            xMm: 68 * 25.4,
            yMm: 54 * 25.4,
            on: 'board',
          },
        },
      ],
    ],
  },
  'fixing.type': {
    valid: [
      [],
      // Ears, just as far out as ears reach.
      [
        {
          kind: 'set-gear-type',
          gearType: {
            ...DISCONNECT,
            bracketHoles: [
              bracketHole('ear', DISCONNECT.widthMm / 2 + 75, -20, 4),
              bracketHole('other', -DISCONNECT.widthMm / 2 - 75, -20, 4),
            ],
          },
        },
      ],
    ],
    invalid: [
      [{ kind: 'set-gear-type', gearType: { ...DISCONNECT, bracketHoles: [] } }],
      [
        {
          kind: 'set-gear-type',
          gearType: { ...DISCONNECT, bracketHoles: [bracketHole('ear', DISCONNECT.widthMm / 2 + 76, 0, 4)] },
        },
      ],
      // Counted from its lower left corner.
      [
        {
          kind: 'set-gear-type',
          gearType: {
            ...DISCONNECT,
            bracketHoles: [
              bracketHole('one', 20, 20, 4),
              bracketHole('two', 20, DISCONNECT.heightMm - 20, 4),
            ],
          },
        },
      ],
    ],
  },
  'fixing.spacing': {
    valid: [[]],
    invalid: [
      [
        // One of its own fixings a screw’s width beside another, both in one stud.
        {
          kind: 'set-gear-type',
          gearType: {
            ...getSample('dc-disconnect-60a'),
            bracketHoles: [bracketHole('one', 0, 0, 4), bracketHole('two', 0, 20, 4)],
          },
        },
      ],
    ],
  },
  'fixing.flush': {
    valid: [[]],
    invalid: [
      [
        { kind: 'add-gear-type', gearType: getSample('panel-display') },
        {
          kind: 'place-gear',
          placement: {
            id: 'display',
            name: 'Display',
            type: 'panel-display',
            face: 'north-wall',
            xMm: 64 * 25.4,
            yMm: 40 * 25.4,
            isFlush: true,
          },
        },
      ],
    ],
  },
  'fixing.holes': {
    valid: [[]],
    invalid: [
      [{ kind: 'set-material', material: { ...getMaterial('material-plywood'), holding: 'framing-only' } }],
    ],
  },
};
