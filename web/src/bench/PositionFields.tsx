import type { PlanEdit } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';
import { tryEdits } from '../state/job-session.ts';
import { LengthField } from '../ui/LengthField.tsx';

type Props = {
  readonly xLabel: string;
  readonly xMm: number;
  readonly yMm: number;
  readonly reader: Reader;
  readonly moveTo: (xMm: number, yMm: number) => PlanEdit;
};

/** Where something is on its face, from the datum; typing moves it. */
export function PositionFields({ xLabel, xMm, yMm, reader, moveTo }: Props) {
  return (
    <>
      <LengthField label={xLabel} valueMm={xMm} reader={reader} onCommit={(mm) => tryEdit(moveTo(mm, yMm))} />
      <LengthField
        label="Up from datum"
        valueMm={yMm}
        reader={reader}
        onCommit={(mm) => tryEdit(moveTo(xMm, mm))}
      />
    </>
  );
}

/** Makes an edit, or says at the field why it cannot be made. */
export function tryEdit(edit: PlanEdit): string | null {
  return tryEdits([edit]);
}
