import { faceName } from '../names.ts';
import { told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import type { Face } from '../face.ts';
import type { Plan } from '../plan.ts';
import { missing, type EditFault } from './edit.ts';

export type OutlineFace = Draft<Face> & { shape: Extract<Draft<Face>['shape'], { kind: 'outline' }> };

/** The face with an outline of its own; a fault for one that is missing or the other side of another. */
export function outlineFace(draft: Draft<Plan>, id: string): OutlineFace | EditFault {
  const face = draft.faces.find((each) => each.id === id);
  if (face === undefined) return missing('face', id);
  if (face.shape.kind !== 'outline') {
    return {
      code: 'not-allowed',
      message: told('“{face}” is the other side of a face; change that one.', { face: faceName(face.id) }),
    };
  }
  return face as OutlineFace;
}

export function isFault(value: OutlineFace | EditFault): value is EditFault {
  return 'code' in value;
}

/** The other side of a face, if it has one. */
export function otherSideOf(draft: Draft<Plan>, id: string): Draft<Face> | undefined {
  return draft.faces.find(({ shape }) => shape.kind === 'reverse' && shape.of === id);
}
