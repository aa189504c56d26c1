import { type PipePlan, sizeText } from '@zarnel/core/figures';
import { countText, formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = { readonly pipe: PipePlan; readonly reader: Reader };

/** The conduit of a run: what is cut, where each bend is marked, where it is held. */
export function PipeSection({ pipe, reader }: Props) {
  const length = (mm: number) => formatLength(mm, reader);
  const angle = (deg: number) => formatQuantity({ value: Math.round(deg * 10) / 10, unit: 'deg' }, reader);
  return (
    <Section title="Its conduit, bend by bend" summary={`${sizeText(pipe.size)}, ${length(pipe.cutMm)}`}>
      <p className="mb-2 border-l-4 border-crayon pl-2 text-sm">
        Ream both ends before wire is drawn in. Bend one piece of scrap first: each bender takes up its own.
      </p>
      {pipe.pipes.map((each, index) => (
        <div key={index} className="mb-3">
          <h4 className="font-semibold">
            Pipe {index + 1}: cut <span className="figure">{length(each.cutMm)}</span>
          </h4>
          {each.bends.length === 0 && <p>Straight.</p>}
          <ol>
            {each.bends.map((bend, at) => (
              <li key={at} className="flex justify-between gap-2">
                <span>
                  Bend {at + 1}: {angle(bend.angleDeg)}
                </span>
                <span className="figure text-chalk">mark at {length(bend.markMm)}</span>
              </li>
            ))}
          </ol>
          {each.tight.length > 0 && (
            <p className="text-crayon">
              Bend {each.tight.map((at) => at + 1).join(' and ')} has no room on its straights: use a fitting
              there.
            </p>
          )}
          <p className="text-sm">
            Held at <span className="figure">{each.supportsMm.map(length).join(', ')}</span>;{' '}
            {countText(each.stickCount, 'length', 'lengths')} of pipe,{' '}
            {countText(each.stickCount - 1, 'coupling', 'couplings')}.
          </p>
        </div>
      ))}
      {pipe.pullPointCount > 0 && (
        <p>
          {countText(pipe.pullPointCount, 'pull point', 'pull points')} more: of conductors of 4 AWG and
          larger a box for a straight pull is at least{' '}
          <span className="figure">{length(pipe.pullBoxMm)}</span> long.
        </p>
      )}
      {pipe.growsMm >= 6 && (
        <p>
          From the coldest to the hottest it grows by <span className="figure">{length(pipe.growsMm)}</span>:
          give it room, or an expansion fitting.
        </p>
      )}
      <WorkingButton working={pipe.working} reader={reader} />
    </Section>
  );
}
