import type { Family } from '../check/family.ts';
import { ambientCheck } from './ambient.ts';
import { aroundCheck } from './around.ts';
import { besideCheck } from './beside.ts';
import { dedicatedSpaceCheck } from './dedicated-space.ts';
import { faceEdgeCheck } from './face-edge.ts';
import { handlesCheck } from './handles.ts';
import { heatFaceCheck } from './heat-face.ts';
import { locationCheck } from './location.ts';
import { overlapCheck } from './overlap.ts';
import { roomSaidCheck } from './room-said-check.ts';
import { setbackCheck } from './setback.ts';
import { stackedCheck } from './stacked.ts';
import { sunCheck } from './sun.ts';
import { swingCheck } from './swing.ts';
import { ventilationCheck } from './ventilation.ts';
import { workingSpaceCheck } from './working-space-check.ts';

export const CLEARANCE: Family = {
  id: 'clearance',
  name: 'Clearance',
  about: 'The room that gear and people need: gaps, doors, air, heat, sun, the strips along edges',
  step: 'mount',
  decidesPlaces: true,
  checks: [
    ambientCheck,
    aroundCheck,
    besideCheck,
    dedicatedSpaceCheck,
    faceEdgeCheck,
    handlesCheck,
    heatFaceCheck,
    locationCheck,
    overlapCheck,
    roomSaidCheck,
    setbackCheck,
    stackedCheck,
    sunCheck,
    swingCheck,
    ventilationCheck,
    workingSpaceCheck,
  ],
};
