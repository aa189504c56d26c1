import { getCheckMeta } from '@zarnel/core/checks';
import type { ArrangeAnswer, Proposal } from '@zarnel/core/figures';
import { formatLength, gearName, markOf, sentenceOf, toldText, type Reader } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { Button } from '../../ui/Button.tsx';

type Props = {
  readonly answer: ArrangeAnswer;
  readonly reader: Reader;
  readonly onShow: (proposal: Proposal | null) => void;
  readonly onTake: (proposal: Proposal) => void;
};

/** The proposals with what each gains, or why there is none. */
export function ArrangeOutcome({ answer, reader, onShow, onTake }: Props) {
  const { proposals, contradictions, impossible, turnedDown, isCancelled } = answer;
  const telling = useTelling(reader);
  const nameOf = (id: string) => telling.nameOf(gearName(id));
  return (
    <div className="mt-3" data-testid="proposals">
      {isCancelled && <p className="mb-2 text-kraft">Stopped; these are the best so far.</p>}
      {contradictions.map(({ gear, why }) => (
        <p key={gear + why.text} role="alert" className="mb-2 text-crayon">
          {toldText(why, telling)}
        </p>
      ))}
      {impossible !== null && (
        <div role="alert" className="mb-2 border border-crayon p-2">
          <p className="font-semibold text-crayon">
            {impossible.isProven ? 'No layout exists.' : 'No layout was found in the time there was.'}
          </p>
          <p>
            {impossible.pieces.map(nameOf).join(', ')}{' '}
            {impossible.pieces.length === 1 ? 'does not fit where it may hang.' : 'do not fit together.'}
          </p>
          {impossible.gaps.map(({ a, b, mm }) => (
            <p key={a + b}>
              They would without the <span className="figure">{formatLength(mm, reader)}</span> between{' '}
              {nameOf(a)} and {nameOf(b)}.
            </p>
          ))}
        </div>
      )}
      {turnedDown.length > 0 && (
        <div role="alert" className="mb-2 border border-crayon p-2">
          <p className="font-semibold text-crayon">Every layout found breaks something:</p>
          <ul>
            {turnedDown.slice(0, 6).map((finding) => (
              <li key={finding.id}>{sentenceOf(finding, getCheckMeta(finding.check), telling)}</li>
            ))}
          </ul>
        </div>
      )}
      <ol>
        {proposals.map((proposal, index) => (
          <li
            key={index}
            className="mb-3 border border-faint bg-paper p-3"
            onPointerEnter={() => onShow(proposal)}
            onFocus={() => onShow(proposal)}
          >
            <p className="mb-1 font-semibold">
              Layout {index + 1}
              {proposal.aboveLeastMm !== null && (
                <span className="ml-2 text-sm font-normal text-solder">
                  {isLeast(proposal.aboveLeastMm, reader)
                    ? 'conductor and span together: none has less'
                    : `conductor and span together: ${formatLength(proposal.aboveLeastMm, reader)} above the least there is`}
                </span>
              )}
            </p>
            <Terms proposal={proposal} reader={reader} />
            <div className="mt-2 flex gap-2">
              <Button onClick={() => onShow(proposal)}>Show it</Button>
              <Button
                look="strong"
                onClick={() => {
                  onShow(null);
                  onTake(proposal);
                }}
              >
                Take layout {index + 1}
              </Button>
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Whether so little is left that no mark on a tape shows it. */
function isLeast(aboveLeastMm: number, reader: Reader): boolean {
  return markOf(aboveLeastMm, reader).roundedMm === 0;
}

/** Each term with what it gains on how the gear hangs now, where that is sound. */
function Terms({ proposal, reader }: { readonly proposal: Proposal; readonly reader: Reader }) {
  const { terms, gains } = proposal;
  const length = (mm: number) => formatLength(mm, reader);
  const rows = [
    {
      label: 'Conductors, along and up',
      value: terms.conductorMm === null ? 'none drawn' : length(terms.conductorMm),
      gain: gains?.conductorMm ?? null,
      format: length,
    },
    {
      label: 'Width and height of all',
      value: length(terms.spanMm),
      gain: gains?.spanMm ?? null,
      format: length,
    },
    {
      label: 'Holes on framing',
      value: `${terms.holesOnFraming} of ${terms.holeCount}`,
      gain: gains?.holesOnFraming ?? null,
      format: String,
    },
    {
      label: 'In line with another',
      value: String(terms.inLine),
      gain: gains?.inLine ?? null,
      format: String,
    },
  ];
  return (
    <table className="w-full text-sm">
      <tbody>
        {rows.map(({ label, value, gain, format }) => (
          <tr key={label} className="border-b border-faint">
            <th scope="row" className="py-0.5 text-left font-normal">
              {label}
            </th>
            <td className="figure py-0.5 text-right">{value}</td>
            {gains !== null && (
              <td className="figure w-24 py-0.5 text-right">
                {gain !== null && <Gain gain={gain} format={format} />}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Gain({ gain, format }: { readonly gain: number; readonly format: (size: number) => string }) {
  if (Math.abs(gain) < LEAST_SHOWN) return null;
  return (
    <span className={gain > 0 ? 'text-solder' : 'text-crayon'}>
      {gain > 0 ? 'gains' : 'costs'} {format(Math.abs(gain))}
    </span>
  );
}

/** Less than a pencil line, mm. */
const LEAST_SHOWN = 0.5;
