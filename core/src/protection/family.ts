import type { Family } from '../check/family.ts';
import { batteryFuseCheck } from './battery-fuse-check.ts';
import { deviceCheck } from './device-check.ts';
import { disconnectCheck } from './disconnect-check.ts';

export const PROTECTION: Family = {
  id: 'protection',
  name: 'Fuses and disconnects',
  about: 'Where fuses, breakers and disconnects stand, whether they are reached and seen, and what they open',
  step: 'route',
  decidesPlaces: false,
  checks: [batteryFuseCheck, deviceCheck, disconnectCheck],
};
