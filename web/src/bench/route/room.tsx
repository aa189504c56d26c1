import { lazily } from '../../ui/lazily.ts';
import type { Room } from '../room.ts';

const RouteBench = lazily(async () => (await import('./RouteBench.tsx')).RouteBench);
const PenetrationPanel = lazily(async () => (await import('./PenetrationPanel.tsx')).PenetrationPanel);
const PlateHolePanel = lazily(async () => (await import('./PlateHolePanel.tsx')).PlateHolePanel);
const RunPanel = lazily(async () => (await import('./RunPanel.tsx')).RunPanel);
const CircuitPanel = lazily(async () => (await import('./CircuitPanel.tsx')).CircuitPanel);

export const ROUTE_ROOM: Room = {
  below: RouteBench,
  lists: 'of-step',
  panels: {
    penetration: {
      isThere: ({ id, prepared }) => prepared.penetrations.get(id) !== undefined,
      Panel: ({ id, ...props }) => {
        const penetration = props.prepared.penetrations.get(id);
        return penetration === undefined ? null : (
          <PenetrationPanel key={id} penetration={penetration} {...props} />
        );
      },
    },
    'plate-hole': {
      isThere: ({ id, prepared }) => prepared.plateHoles.get(id) !== undefined,
      Panel: ({ id, ...props }) => {
        const hole = props.prepared.plateHoles.get(id);
        return hole === undefined ? null : <PlateHolePanel key={id} hole={hole} {...props} />;
      },
    },
    run: {
      isThere: ({ id, prepared }) => prepared.runs.get(id) !== undefined,
      Panel: ({ id, current, ...props }) => {
        const run = props.prepared.runs.get(id);
        return run === undefined ? null : (
          <RunPanel key={id} run={run} routes={current?.routes ?? null} {...props} />
        );
      },
    },
    circuit: {
      isThere: ({ id, prepared }) => prepared.circuits.get(id) !== undefined,
      Panel: ({ id, current, ...props }) => {
        const circuit = props.prepared.circuits.get(id);
        const line = current?.circuits.find((each) => each.circuit === id) ?? null;
        return circuit === undefined ? null : (
          <CircuitPanel key={id} circuit={circuit} line={line} {...props} />
        );
      },
    },
  },
};
