import { lazily } from '../../ui/lazily.ts';
import type { Room } from '../room.ts';

const GearBench = lazily(async () => (await import('./GearBench.tsx')).GearBench);

export const GEAR_ROOM: Room = {
  below: GearBench,
  lists: 'none',
  panels: {},
};
