import { sizeWords, type CircuitLine } from '@zarnel/core/figures';
import { formatQuantity, gearName, toldText, valueText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';

type Props = { readonly ends: CircuitLine['ends']; readonly reader: Reader };

/** How the conductors of a circuit end at each terminal, and how tight. */
export function CircuitEnds({ ends, reader }: Props) {
  const telling = useTelling(reader);
  return (
    <ul>
      {ends.map(({ placement, terminal, count, size, how, torque, notes }, index) => (
        <li key={index} className="mb-2 border-b border-faint pb-1">
          <p className="flex justify-between gap-2">
            <span>
              {valueText(gearName(placement), telling)}: {terminal}
            </span>
            {torque !== null && (
              <span className="figure font-semibold text-chalk">{formatQuantity(torque, reader)}</span>
            )}
          </p>
          <p className="text-sm">
            <span className="figure">
              {count} × {size === null ? '' : sizeWords(size)}
            </span>{' '}
            {toldText(how, telling)}.
          </p>
          {notes.map((note) => (
            <p key={note} className="text-sm text-kraft">
              {note}
            </p>
          ))}
        </li>
      ))}
    </ul>
  );
}
