import { withInverter, withRule, type CheckCases } from '../test/check-cases.ts';
import { noRoomRule } from '../gear/sample-rules.ts';
import { getSample } from '../gear/samples.ts';

/** What each check of this family passes, and what it must find. */
export const CLEARANCE_CASES: Readonly<Record<string, CheckCases>> = {
  'clearance.beside': {
    valid: [
      [],
      // 6 in is what their maker asks for below 25 °C.
      [
        { kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 20 } },
        { kind: 'move-placement', placement: 'inverter-b', xMm: 56.5 * 25.4, yMm: 63.875 * 25.4 },
      ],
    ],
    invalid: [
      [
        { kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 20 } },
        { kind: 'move-placement', placement: 'inverter-b', xMm: 54 * 25.4, yMm: 63.875 * 25.4 },
      ],
    ],
  },
  'clearance.said': {
    valid: [
      [],
      [withInverter({ rules: [noRoomRule('Inverter')] })],
      // A battery’s room is its code’s affair where nobody else said.
      [{ kind: 'set-gear-type', gearType: { ...getSample('battery-cabinet-10kwh'), rules: [] } }],
    ],
    invalid: [
      [withInverter({ rules: [] })],
      [{ kind: 'set-gear-type', gearType: { ...getSample('dc-disconnect-60a'), rules: [] } }],
    ],
  },
  'clearance.face-edge': {
    valid: [
      [],
      // Flush with the edge: half of 18 1/2 in.
      [{ kind: 'move-placement', placement: 'inverter-a', xMm: 9.25 * 25.4, yMm: 63.875 * 25.4 }],
    ],
    invalid: [[{ kind: 'move-placement', placement: 'inverter-a', xMm: 0, yMm: 63.875 * 25.4 }]],
  },
  'clearance.setback': {
    valid: [[]],
    invalid: [
      [
        {
          kind: 'set-setbacks',
          face: 'plant-wall',
          setbacks: [{ edge: 0, distanceMm: 1200, why: 'Kept dry' }],
        },
      ],
    ],
  },
  'clearance.location': {
    valid: [
      [],
      [
        {
          kind: 'place-gear',
          placement: {
            id: 'out',
            name: 'Out',
            type: 'array-junction-box',
            face: 'roof-top',
            xMm: 800,
            yMm: 1200,
          },
        },
      ],
    ],
    invalid: [
      [
        {
          kind: 'place-gear',
          placement: {
            id: 'out',
            name: 'Out',
            type: 'load-centre-125a',
            face: 'roof-top',
            xMm: 800,
            yMm: 1200,
          },
        },
      ],
    ],
  },
  'clearance.overlap': {
    valid: [[]],
    invalid: [[{ kind: 'move-placement', placement: 'disconnect', xMm: 133 * 25.4, yMm: 54 * 25.4 }]],
  },
  'clearance.ambient': {
    valid: [[]],
    invalid: [[{ kind: 'set-conditions', face: null, conditions: { designHighTempC: 61 } }]],
  },
  'clearance.around': {
    valid: [[], [withRule({ side: 'beside', counterpart: 'surface', distance: { value: 1, unit: 'in' } })]],
    invalid: [[withRule({ side: 'beside', counterpart: 'surface', distance: { value: 60, unit: 'in' } })]],
  },
  'clearance.dedicated-space': {
    valid: [[]],
    invalid: [[{ kind: 'move-placement', placement: 'load-centre', xMm: 40 * 25.4, yMm: 64.5 * 25.4 }]],
  },
  'clearance.handles': {
    valid: [[]],
    invalid: [[{ kind: 'move-placement', placement: 'transfer-switch', xMm: 124 * 25.4, yMm: 95 * 25.4 }]],
  },
  'clearance.heat-face': {
    valid: [[], [withInverter({ heat: { lossW: 240, sheds: 'top' } })]],
    invalid: [[withInverter({ heat: { lossW: 240, sheds: 'bottom' } })]],
  },
  'clearance.sun': {
    valid: [[], [{ kind: 'set-conditions', face: 'plant-wall', conditions: { sun: 'none' } }]],
    invalid: [[{ kind: 'set-conditions', face: 'plant-wall', conditions: { sun: 'full' } }]],
  },
  'clearance.swing': {
    valid: [[]],
    invalid: [
      [
        { kind: 'set-face', face: 'plant-wall', roomInFrontMm: null },
        { kind: 'move-placement', placement: 'load-centre', xMm: 162 * 25.4, yMm: 64.5 * 25.4 },
      ],
    ],
  },
  'clearance.ventilation': {
    valid: [
      [],
      // A sealed battery gives off nothing at boost that must be aired.
      [
        {
          kind: 'set-gear-type',
          gearType: {
            ...getSample('battery-cabinet-10kwh'),
            battery: { chemistry: 'lithium', cells: 16, capacityAh: 200 },
          },
        },
      ],
    ],
    invalid: [
      [
        {
          kind: 'set-gear-type',
          gearType: {
            ...getSample('battery-cabinet-10kwh'),
            battery: { chemistry: 'vented-lead-acid', cells: 24, capacityAh: 200 },
          },
        },
      ],
    ],
  },
  'clearance.working-space': {
    valid: [[]],
    invalid: [[{ kind: 'set-face', face: 'plant-wall', roomInFrontMm: 900 }]],
  },
  'clearance.stacked': {
    valid: [[]],
    invalid: [
      [
        withRule({ side: 'above', distance: { value: 12, unit: 'in' } }),
        {
          kind: 'place-gear',
          placement: {
            id: 'over',
            name: 'Over',
            type: 'array-junction-box',
            face: 'plant-wall',
            xMm: 32 * 25.4,
            yMm: 80 * 25.4,
          },
        },
      ],
    ],
  },
};
