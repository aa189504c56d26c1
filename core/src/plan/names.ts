import { byIdentity } from '../derive/by-identity.ts';
import type { Named, Telling } from '../quantity/told.ts';
import type { Reader } from '../quantity/format.ts';
import type { Face } from './face.ts';
import { SUBJECT_LISTS, type ListKey, type Ref } from './lists.ts';
import type { Plan } from './plan.ts';

/** Lists whose things have names. */
type NamedList = {
  [Key in ListKey]: Plan[Key][number] extends { readonly name: string } ? Key : never;
}[ListKey];
/** What stands on a face and has a name of its own. */
const ON_FACE = ['obstacle', 'framing'] as const;

function namedIn(named: NamedList): (id: string) => Named {
  return (id) => ({ named, id });
}

/** What things are called, by their ids. */
export const gearName = namedIn('placements');
export const faceName = namedIn('faces');
export const gearTypeName = namedIn('gearTypes');
export const penetrationName = namedIn('penetrations');
export const plateHoleName = namedIn('plateHoles');
export const runName = namedIn('runs');
export const circuitName = namedIn('circuits');
export const fieldName = namedIn('moduleFields');
export const stringName = namedIn('moduleStrings');

export function obstacleName(face: string, id: string): Named {
  return { named: ON_FACE[0], id, on: face };
}

/** The framing of a face or of its other side. */
export function framingName(face: string, id: string): Named {
  return { named: ON_FACE[1], id, on: face };
}

/** What a finding is about; a nipple is called by its unit. */
export function subjectName({ kind, id }: Ref): Named {
  return { named: SUBJECT_LISTS[kind], id };
}

/** Tells a reader of things of a plan. What is not in the first of the plans any more is called as in the next. */
export function tellingOf(reader: Reader, ...plans: readonly Plan[]): Telling {
  const [newest] = plans;
  return {
    reader,
    ...(newest === undefined ? {} : { dialect: newest.codeBasis }),
    nameOf: (thing) => {
      for (const plan of plans) {
        const name = findName(plan, thing);
        if (name !== undefined) return name;
      }
      return thing.id;
    },
  };
}

function findName(plan: Plan, { named, id, on }: Named): string | undefined {
  if (named === SUBJECT_LISTS.nipple) {
    const unit = plan.nipples.find((nipple) => nipple.id === id)?.from.placement;
    return unit === undefined ? undefined : findName(plan, gearName(unit));
  }
  if (on === undefined) return namesIn(plan[named as NamedList]).get(id);
  const face = plan.faces.find((each) => each.id === on);
  if (face === undefined) return undefined;
  const items = named === 'obstacle' ? face.obstacles : framingOf(face, plan);
  return items.find((item) => item.id === id)?.name;
}

function framingOf({ shape }: Face, { faces }: Plan) {
  const front = shape.kind === 'reverse' ? faces.find(({ id }) => id === shape.of)?.shape : shape;
  return front?.kind === 'outline' ? front.framing : [];
}

/** Remembered by the list: it is another object where anything in it is. */
const namesIn = byIdentity(
  (items: readonly { readonly id: string; readonly name: string }[]) =>
    new Map(items.map(({ id, name }) => [id, name])),
);
