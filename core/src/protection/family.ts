import type { Family } from '../check/family.ts';
import { batteryFuseCheck } from './battery-fuse-check.ts';
import { busbarCheck } from './busbar-check.ts';
import { deviceCheck } from './device-check.ts';
import { disconnectCheck } from './disconnect-check.ts';
import { overcurrentCheck } from './overcurrent-check.ts';
import { stringFuseCheck } from './string-fuse-check.ts';

export const PROTECTION: Family = {
  id: 'protection',
  name: 'Fuses and disconnects',
  about:
    'Where fuses, breakers and disconnects stand, whether they are reached and seen, what they open, and which circuits and strings need one',
  step: 'route',
  decidesPlaces: false,
  checks: [batteryFuseCheck, busbarCheck, deviceCheck, disconnectCheck, overcurrentCheck, stringFuseCheck],
};
