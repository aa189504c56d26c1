import { placeWords, type GearFault, type GearType } from '@zarnel/core/plan';
import { toldText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../bench/use-telling.ts';
import { GearDrawing } from './GearDrawing.tsx';
import { GearForm } from './GearForm.tsx';

type Props = {
  readonly type: GearType;
  readonly faults: readonly GearFault[];
  readonly reader: Reader;
  readonly onChange: (type: GearType) => void;
};

/** The drawing and the form beside each other; on a narrow screen one above the other. */
export function GearWorkbench({ type, faults, reader, onChange }: Props) {
  const telling = useTelling(reader);
  return (
    <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div className="min-h-72 flex-1">
        <GearDrawing type={type} reader={reader} />
      </div>
      <div
        role="region"
        aria-label="Gear type"
        tabIndex={0}
        className="w-full overflow-auto border-l border-faint bg-bench p-4 lg:w-[460px]"
      >
        <GearForm type={type} faults={faults} reader={reader} onChange={onChange} />
        {faults.length > 0 && (
          <section aria-label="To put right" className="mt-3 border-t border-crayon pt-2">
            <ul>
              {faults.map(({ path, message }, index) => (
                <li key={index} className="text-crayon">
                  <span className="mr-2 font-semibold">{placeWords(path)}</span>
                  {toldText(message, telling)}
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}
