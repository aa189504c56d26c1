import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { CIRCUITS } from '../check/subjects.ts';
import { AT_TERMINAL_MM } from '../conductor/new-circuit.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, gearName, runName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { BATTERY_DEVICE } from '../reference/protection.ts';
import { routeOf } from '../route/route.ts';
import type { Working } from '../working/working.ts';
import { deviceOf, devicesAlong, type OnWay } from './device.ts';

const meta: CheckMeta = {
  id: 'protection.battery-fuse',
  looksAt: 'How far from a battery, along its conductor, the first fuse or breaker stands',
  severity: 'stop',
  source: BATTERY_DEVICE.us.source,
  parameters: [
    {
      name: 'On a building of the American code',
      value: BATTERY_DEVICE.us.mostMm,
      unit: 'mm',
      why: 'Longer conductors want their device at the battery',
    },
    {
      name: 'On a building of the international code',
      value: BATTERY_DEVICE.iec.mostMm,
      unit: 'mm',
      why: 'As far as a conductor may go on before its device where a fault is unlikely and nothing burns',
    },
    {
      name: 'On what moves',
      value: BATTERY_DEVICE.mobile.mostMm,
      unit: 'mm',
      why: 'Road vehicles; a hand’s width is suggested, and boats ask for it',
    },
    {
      name: 'Afloat',
      value: BATTERY_DEVICE.afloat.mostMm,
      unit: 'mm',
      why: 'Boats: nearer than this, or the conductor in a sheath or conduit all its way to the device',
    },
  ],
  messages: {
    none: 'Nothing on {circuit} clears a fault of {battery}: put a fuse at its terminal.',
    far: 'The first fuse or breaker of {circuit} is {measured} of conductor from {battery}; at most {required}.',
    'far-afloat':
      'The fuse of {circuit} is {measured} of conductor from {battery}: on a road that serves, on a boat it is {required} at most.',
    'behind-wall':
      '{circuit} goes through a wall or a plate on {run}, {required} from {battery}, and its first fuse or breaker stands {measured} from it: put one before the wall.',
    unknown:
      'How far the fuse of {circuit} is from {battery} is not known: draw its way, or type its length.',
  },
  fixMessages: { 'at-terminal': 'Put a fuse of its own at {battery}, {distance} from its terminal' },
};

function checkCircuit(prepared: Prepared, circuit: Circuit): Found[] {
  if (circuit.carries !== 'battery' && circuit.carries !== 'dc-load') return [];
  return [circuit.from, circuit.to].flatMap((end): Found[] => {
    const battery = end.at === 'gear' ? prepared.hung.get(end.placement) : undefined;
    if (battery?.type.kind !== 'battery' || deviceOf(battery.type)?.clears === true) return [];
    const subjects = [
      { kind: 'circuit', id: circuit.id },
      { kind: 'placement', id: battery.id },
    ] as const;
    const data = { circuit: circuitName(circuit.id), battery: gearName(battery.id) };
    const side = end === circuit.from ? 'from' : 'to';
    const fixes = () => [
      {
        message: 'at-terminal',
        data: { battery: gearName(battery.id), distance: { value: AT_TERMINAL_MM, unit: 'mm' } as const },
        edits: [
          {
            kind: 'set-circuit',
            circuit: { ...circuit, device: { at: side, awayMm: AT_TERMINAL_MM } },
          } as const,
        ],
      },
    ];
    const { codeBasis, site } = prepared.plan;
    const { setting } = site;
    const limit = BATTERY_DEVICE[setting === 'mobile' ? 'mobile' : codeBasis];
    const common = { data, subjects, fixes, source: limit.source };
    const first = devicesAlong(prepared, circuit, battery.id).find(({ device }) => device.clears);
    if (first === undefined) return [findingOf(meta, { ...common, message: 'none' })];
    if (first.awayMm === null) return [findingOf(meta, { ...common, message: 'unknown', severity: 'ask' })];
    const wall = faceBefore(prepared, circuit, battery.id, first.awayMm);
    if (wall !== null)
      return [
        findingOf(meta, {
          ...common,
          message: 'behind-wall',
          data: { ...data, run: runName(wall.run) },
          measured: { value: first.awayMm, unit: 'mm' },
          required: { value: wall.atMm, unit: 'mm' },
          working: () => awayWorking(circuit, battery.id, first, limit),
        }),
      ];
    const isFar = isAbove(first.awayMm, limit.mostMm, 'mm');
    if (!isFar && (setting !== 'mobile' || !isAbove(first.awayMm, BATTERY_DEVICE.afloat.mostMm, 'mm')))
      return [];
    const held = isFar ? limit : BATTERY_DEVICE.afloat;
    return [
      findingOf(meta, {
        message: isFar ? 'far' : 'far-afloat',
        severity: isFar ? meta.severity : 'note',
        data,
        subjects,
        measured: { value: first.awayMm, unit: 'mm' },
        required: { value: held.mostMm, unit: 'mm' },
        source: held.source,
        working: () => awayWorking(circuit, battery.id, first, held),
        fixes,
      }),
    ];
  });
}

/** Where a run from a battery goes through a face before the device that clears it, by its length; null where none does. */
function faceBefore(
  prepared: Prepared,
  { id }: Circuit,
  battery: string,
  deviceMm: number,
): { readonly run: string; readonly atMm: number } | null {
  for (const run of prepared.runsOfCircuit.get(id)) {
    const outcome = routeOf(prepared, run.id);
    if (outcome?.kind !== 'routed') continue;
    const { legs, passes } = outcome.routed;
    const mm = legs.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]));
    const before = (leg: number) => mm.slice(0, leg).reduce((sum, each) => sum + each, 0);
    const holes = passes.map(({ leg }) => before(leg));
    // From whichever of its ends the battery is at; a run that does not begin at it comes after what does.
    if (run.from.placement !== battery && run.to.placement !== battery) continue;
    const fromBattery = run.to.placement === battery ? holes.map((at) => before(mm.length) - at) : holes;
    const nearest = Math.min(...fromBattery, Infinity);
    if (isAbove(deviceMm, nearest, 'mm')) return { run: run.id, atMm: nearest };
  }
  return null;
}

function awayWorking(
  circuit: Circuit,
  battery: string,
  { gear, awayMm }: OnWay,
  { source }: (typeof BATTERY_DEVICE)['us'],
): Working {
  return {
    title: told('From {battery} to its first fuse or breaker', { battery: gearName(battery) }),
    formula: 'conductor = all of its way up to the device',
    inputs: [],
    result: { name: 'Conductor before the device', value: { value: awayMm ?? 0, unit: 'mm' } },
    source,
    notes: [
      gear === null
        ? told('The device is {circuit}’s own.', { circuit: circuitName(circuit.id) })
        : told('The device is {gear}.', { gear: gearName(gear.id) }),
      'The conductor up to there has nothing before it that opens in a fault: it lies apart from others, and nothing chafes it.',
    ],
  };
}

export const batteryFuseCheck: Check = checkOf(meta, lookAt(CIRCUITS, checkCircuit));
