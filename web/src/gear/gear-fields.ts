import type { GearType } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';

/** What every part of the form is given: the type, what is wrong at a field, and how the type is changed. */
export type GearFieldsProps = {
  readonly type: GearType;
  readonly at: (path: string) => string | undefined;
  readonly set: (changed: Partial<GearType>) => void;
  readonly reader: Reader;
};
