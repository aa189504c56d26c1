import type { Reader, Working } from '@zarnel/core/words';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

/** How its current, what it may carry and what it loses were found. */
export function CircuitWorkings(props: { readonly workings: readonly Working[]; readonly reader: Reader }) {
  return (
    <ul className="mb-2">
      {props.workings.map((working, index) => (
        <li key={index} className="flex items-center justify-between gap-2">
          <span className="text-sm">{WHAT[index]}</span>
          <WorkingButton working={working} reader={props.reader} />
        </li>
      ))}
    </ul>
  );
}

const WHAT = ['Its current', 'What it may carry', 'What it loses'];
