import { toldText, type Reader, type Working } from '@zarnel/core/words';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { useTelling } from '../use-telling.ts';

/** How the figures of a circuit were found, each by its title. */
export function CircuitWorkings(props: { readonly workings: readonly Working[]; readonly reader: Reader }) {
  const telling = useTelling(props.reader);
  return (
    <ul className="mb-2">
      {props.workings.map((working, index) => (
        <li key={index} className="flex items-center justify-between gap-2">
          <span className="text-sm">{toldText(working.title, telling)}</span>
          <WorkingButton working={working} reader={props.reader} />
        </li>
      ))}
    </ul>
  );
}
