import {
  formatLength,
  getCheckMeta,
  sentenceOf,
  type ArrangeAnswer,
  type LayoutTerms,
  type Proposal,
  type Reader,
} from '@zarnel/core';
import { Button } from '../../ui/Button.tsx';

type Props = {
  readonly answer: ArrangeAnswer;
  readonly reader: Reader;
  readonly onShow: (proposal: Proposal | null) => void;
  readonly onTake: (proposal: Proposal) => void;
};

/** The proposals with what each gains, or why there is none. */
export function ArrangeOutcome({ answer, reader, onShow, onTake }: Props) {
  const { proposals, now, contradictions, impossible, turnedDown, isCancelled } = answer;
  return (
    <div className="mt-3" data-testid="proposals">
      {isCancelled && <p className="mb-2 text-kraft">Stopped; these are the best so far.</p>}
      {contradictions.map(({ gear, rule, against }) => (
        <p key={gear + rule} role="alert" className="mb-2 text-crayon">
          {gear}: {rule}, but {against}. Both cannot be kept.
        </p>
      ))}
      {impossible !== null && (
        <div role="alert" className="mb-2 border border-crayon p-2">
          <p className="font-semibold text-crayon">
            {impossible.isProven ? 'No layout exists.' : 'No layout was found in the time there was.'}
          </p>
          <p>
            {impossible.pieces.map(({ name }) => name).join(', ')}{' '}
            {impossible.pieces.length === 1 ? 'does not fit where it may hang.' : 'do not fit together.'}
          </p>
          {impossible.gaps.map(({ a, b, mm }) => (
            <p key={a + b}>
              They would without the <span className="figure">{formatLength(mm, reader)}</span> between {a}{' '}
              and {b}.
            </p>
          ))}
        </div>
      )}
      {turnedDown.length > 0 && (
        <div role="alert" className="mb-2 border border-crayon p-2">
          <p className="font-semibold text-crayon">Every layout found breaks something:</p>
          <ul>
            {turnedDown.slice(0, 6).map((finding) => (
              <li key={finding.id}>{sentenceOf(finding, getCheckMeta(finding.check), reader)}</li>
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
              {proposal.isProven && (
                <span className="ml-2 text-sm font-normal text-solder">none is shorter or closer</span>
              )}
            </p>
            <Terms terms={proposal.terms} now={now} reader={reader} />
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

/** Each term with what it gains on how the gear hangs now, where that is sound. */
function Terms({
  terms,
  now,
  reader,
}: {
  readonly terms: LayoutTerms;
  readonly now: LayoutTerms | null;
  readonly reader: Reader;
}) {
  const length = (mm: number) => formatLength(mm, reader);
  const wires = now?.conductorMm ?? null;
  const rows = [
    [
      'Conductors, along and up',
      terms.conductorMm === null ? 'none drawn' : length(terms.conductorMm),
      wires === null || terms.conductorMm === null ? null : wires - terms.conductorMm,
      true,
    ],
    ['Width and height of all', length(terms.spanMm), now === null ? null : now.spanMm - terms.spanMm, true],
    [
      'Holes on framing',
      `${terms.holesOnFraming} of ${terms.holeCount}`,
      now === null ? null : terms.holesOnFraming - now.holesOnFraming,
      false,
    ],
    ['In line with another', String(terms.inLine), now === null ? null : terms.inLine - now.inLine, false],
  ] as const;
  return (
    <table className="w-full text-sm">
      <tbody>
        {rows.map(([label, value, gain, isLength]) => (
          <tr key={label} className="border-b border-faint">
            <th scope="row" className="py-0.5 text-left font-normal">
              {label}
            </th>
            <td className="figure py-0.5 text-right">{value}</td>
            {now !== null && (
              <td
                className={`figure w-24 py-0.5 text-right ${gain === null || gain === 0 ? 'text-kraft' : gain > 0 ? 'text-solder' : 'text-crayon'}`}
              >
                {gain === null || Math.abs(gain) < LEAST_SHOWN
                  ? ''
                  : `${gain > 0 ? 'gains' : 'costs'} ${isLength ? length(Math.abs(gain)) : Math.abs(gain)}`}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Less than a pencil line, mm. */
const LEAST_SHOWN = 0.5;
