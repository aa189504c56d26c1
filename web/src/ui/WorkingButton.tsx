import { useState } from 'react';
import { formatQuantity, sourceText, workingInWords, type Reader, type Working } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';
import { Button } from './Button.tsx';
import { Modal } from './Modal.tsx';

type Props = {
  /** Null while it is being worked out. */
  readonly working: Working | null;
  readonly reader: Reader;
};

/** Opens a computed figure into its formula, its inputs and its source. */
export function WorkingButton({ working: found, reader }: Props) {
  const telling = useTelling(reader);
  const working = found === null ? null : workingInWords(found, telling);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" className="text-chalk" onClick={() => setOpen(true)} disabled={working === null}>
        Show the working
      </Button>
      {working !== null && (
        <Modal title={working.title} isOpen={isOpen} onClose={() => setOpen(false)}>
          <p className="figure mb-3 border-l-4 border-chalk py-1 pl-3 whitespace-normal">{working.formula}</p>
          <table className="w-full">
            <tbody>
              {working.inputs.map(({ symbol, name, value }) => (
                <tr key={symbol} className="border-b border-faint">
                  <th scope="row" className="figure py-1 pr-3 text-left font-semibold">
                    {symbol}
                  </th>
                  <td className="py-1 pr-3">{name}</td>
                  <td className="figure py-1 text-right">{formatQuantity(value, reader)}</td>
                </tr>
              ))}
              <tr className="border-t-2 border-chalk text-chalk">
                <th scope="row" colSpan={2} className="py-2 text-left">
                  {working.result.name}
                </th>
                <td className="figure py-2 text-right font-semibold">
                  {formatQuantity(working.result.value, reader)}
                </td>
              </tr>
            </tbody>
          </table>
          {working.notes.map((note, index) => (
            <p key={index} className="mt-2">
              {note}
            </p>
          ))}
          <p className="mt-3 text-sm text-kraft">{sourceText(working.source)}</p>
        </Modal>
      )}
    </>
  );
}
