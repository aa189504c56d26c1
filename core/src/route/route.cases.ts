import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { getSample } from '../gear/samples.ts';
import { boxObstacle, lineObstacle } from '../demo/parts.ts';
import type { CircuitWire } from '../plan/circuit.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import { mmFromInch as inch } from '../quantity/convert.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { CheckCases } from '../test/check-cases.ts';

const WALLED_OFF: PlanEdit = {
  kind: 'set-obstacle',
  face: 'roof-top',
  obstacle: boxObstacle('fence', 'Fence', 'other', [0, 1000, 168 * 25.4, 60]),
};

/** A circuit beside the arrays in the run to the roof, in place of the second of them. */
function sharing(carries: 'data' | 'ac-out', wire: Partial<CircuitWire>): PlanEdit {
  return {
    kind: 'set-circuit',
    circuit: newCircuit('us', {
      id: 'b-array',
      name: 'To the roof',
      carries,
      from: atGear('disconnect'),
      to: atGear('array-box'),
      currentA: 5,
      voltageV: 240,
      wire: { ...wire, size: { by: 'awg', size: '10' } },
    }),
  };
}

function longString(series: number): PlanEdit {
  const circuit = honeyHouse().circuits.find(({ id }) => id === 'a-array');
  if (circuit === undefined) throw new Error('The demo has an array.');
  const from = { at: 'modules', type: 'solar-module-400w', series, parallel: 1 } as const;
  return { kind: 'set-circuit', circuit: { ...circuit, from } };
}

/** The demo’s hole through the top plate, closed again, with something else about it. */
function plateHole(more: Partial<PlateHole>): PlanEdit {
  const [hole] = honeyHouse().plateHoles;
  if (hole === undefined) throw new Error('The demo has one.');
  return { kind: 'set-plate-hole', hole: { ...hole, isStopped: true, ...more } };
}

/** Two boxes in the cavity of the wall, with studs of a depth between them. */
function throughCavity(memberDepthMm: number): PlanEdit[] {
  const face = honeyHouse().faces.find(({ id }) => id === 'plant-wall');
  if (face?.shape.kind !== 'outline') throw new Error('The demo’s wall has an outline.');
  const [framing] = face.shape.framing;
  if (framing === undefined) throw new Error('It has studs.');
  const box = getSample('array-junction-box');
  const hang = (id: string, xMm: number): PlanEdit => ({
    kind: 'place-gear',
    placement: { id, name: id, type: box.id, face: 'wall-cavity', xMm, yMm: 1200 },
  });
  return [
    { kind: 'set-framing', face: 'plant-wall', framing: { ...framing, mayBore: true, memberDepthMm } },
    hang('cavity-a', 900),
    hang('cavity-b', 2400),
    {
      kind: 'add-run',
      run: {
        id: 'cavity-run',
        name: 'In the cavity',
        from: { placement: 'cavity-a', knockout: 'bottom' },
        to: { placement: 'cavity-b', knockout: 'bottom' },
        ...newRun('us'),
        circuits: [],
      },
    },
  ];
}

/** What each check of this family passes, and what it must find. */
export const ROUTE_CASES: Readonly<Record<string, CheckCases>> = {
  'route.bored': {
    valid: [[], throughCavity(140)],
    invalid: [throughCavity(70), throughCavity(0)],
  },
  'route.company': {
    valid: [[], [sharing('ac-out', { insulation: 'thhn' })]],
    invalid: [
      [sharing('data', {})],
      // A string that reaches more than building wire is made for.
      [sharing('ac-out', { insulation: 'thhn' }), longString(16)],
    ],
  },
  'route.plate': {
    valid: [[], [plateHole({ holeMm: 46 })], [plateHole({ alongMm: inch(84), holeMm: 45 })]],
    invalid: [
      // Beside the edge, past its end; under no face; on a stud; too narrow; leaving too little, and more than half; unmeasured; open.
      [plateHole({ alongMm: inch(170) })],
      [plateHole({ to: 'north-underside' })],
      [plateHole({ to: 'roof-top' })],
      // A cable hidden in the wall, as it was drawn from the room.
      [
        {
          kind: 'set-obstacle',
          face: 'plant-wall',
          obstacle: lineObstacle(
            'lamp-feed',
            'Lamp feed',
            'cable',
            [
              [inch(89), inch(60)],
              [inch(89), inch(102)],
            ],
            inch(0.5),
            { isHidden: true, noDrillMm: inch(2) },
          ),
        },
        plateHole({}),
      ],
      [plateHole({ alongMm: inch(96) })],
      [plateHole({ holeMm: 8 })],
      [plateHole({ plateWidthMm: inch(3.5), holeMm: 30 })],
      [plateHole({ plateWidthMm: 90, holeMm: 50 })],
      [plateHole({ plateWidthMm: null })],
      [plateHole({ isStopped: false })],
      // A second one that nothing goes through.
      [plateHole({ id: 'spare', name: 'Spare', alongMm: inch(60) })],
    ],
  },
  'route.way': {
    valid: [[]],
    invalid: [[WALLED_OFF]],
  },
};
