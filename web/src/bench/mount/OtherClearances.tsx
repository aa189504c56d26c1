import { clearanceMatrix, type Hung, type Prepared } from '@zarnel/core/figures';
import { type Reader, sourceText, valueText } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { RatioBar } from '../findings/RatioBar.tsx';
import { requiredFigures } from './required-figures.ts';
import { WAY_WORDS } from './way-words.ts';

type Props = { readonly item: Hung; readonly prepared: Prepared; readonly reader: Reader };

/** What rules ask of a piece above, below, in front, around corners: each as a bar, least margin first. */
export function OtherClearances({ item, prepared, reader }: Props) {
  const telling = useTelling(reader);
  const lines = clearanceMatrix(prepared, item).filter(
    ({ way, other }) => other === null || (way !== 'left' && way !== 'right'),
  );
  if (lines.length === 0) return null;
  return (
    <div className="mt-3 border-t border-faint pt-3">
      <h3 className="mb-1 font-semibold">Its other clearances</h3>
      <ul>
        {lines.map((line) => (
          <li key={line.key} className="mb-2">
            <p className="flex justify-between gap-2">
              <span>
                {WAY_WORDS[line.way].replace(/^./u, (first) => first.toUpperCase())}:{' '}
                {valueText(line.otherName, telling)}
              </span>
              {line.isNear && <span className="text-sm text-kraft">near</span>}
            </p>
            <RatioBar
              measured={line.measuredMm}
              required={line.requiredMm}
              {...requiredFigures(line.measuredMm, line.requiredMm, reader)}
              isMet={line.isMet}
            />
            <p className="text-sm text-kraft">
              {valueText(line.owner, telling)}. {sourceText(line.source)}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
