import { fixingPlanOf, liftsOf, type Hung, type LiftPlan, type Prepared } from '@zarnel/core/figures';
import {
  countText,
  formatLength,
  formatQuantity,
  formatUse,
  type Reader,
  valueText,
  formatDiameter,
} from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { Section } from '../../ui/Section.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { FIXING_WORDS } from '../words.ts';

type Props = { readonly item: Hung; readonly prepared: Prepared; readonly reader: Reader };

/** What each bracket hole meets and how it is fixed there, what it carries, and how the parts are lifted. */
export function FixingSection({ item, prepared, reader }: Props) {
  const plan = fixingPlanOf(prepared, item);
  const telling = useTelling(reader);
  const lifts = liftsOf(prepared, item);
  const people = lifts.some(({ by }) => by === 'hoist')
    ? 'hoist or stand'
    : lifts.some(({ by }) => by === 'two')
      ? 'two people'
      : '';
  return (
    <div className="mt-3">
      <Section
        title="Fixings"
        summary={plan === null ? 'no bracket holes' : countText(plan.holes.length, 'hole', 'holes')}
      >
        {plan === null && <p>Its type has no bracket holes yet: add them in its gear type.</p>}
        {plan !== null && (
          <>
            <p className="mb-1">
              Pull{' '}
              <span className="figure">
                {formatQuantity({ value: plan.load.mostPullN, unit: 'N' }, reader)}
              </span>{' '}
              at most, shear{' '}
              <span className="figure">{formatQuantity({ value: plan.load.shearN, unit: 'N' }, reader)}</span>
              , each hole
            </p>
            <WorkingButton working={plan.load.working} reader={reader} />
            <ul>
              {plan.holes.map(({ hole, kind, member, edgeMm, screw, lengthMm, leadMm, useRatio }) => (
                <li key={hole.id} className="mb-2 border-t border-faint pt-1">
                  <p className="flex justify-between gap-2">
                    <span className="font-semibold">{hole.id}</span>
                    {useRatio !== null && <Used useRatio={useRatio} reader={reader} />}
                  </p>
                  <p className={kind === 'nothing' || kind === 'unknown' ? 'text-crayon' : ''}>
                    {FIXING_WORDS[kind]}
                  </p>
                  {screw !== null && lengthMm !== null && (
                    <p className="text-sm">
                      {screw.name}, <span className="figure">{formatLength(lengthMm, reader)}</span> long;
                      pilot <span className="figure">{formatDiameter(hole.pilotMm, reader)}</span>
                      {leadMm !== null && (
                        <>
                          ; this wood takes{' '}
                          <span className="figure">
                            {leadMm[0] === 0
                              ? 'up to '
                              : `${formatQuantity({ value: leadMm[0], unit: 'mm' }, reader)} to `}
                            {formatQuantity({ value: leadMm[1], unit: 'mm' }, reader)}
                          </span>
                        </>
                      )}
                    </p>
                  )}
                  {member !== null && edgeMm !== null && (
                    <p className="text-sm text-kraft">
                      {telling.nameOf(member.framing)},{' '}
                      <span className="figure">{formatLength(edgeMm, reader)}</span> of it beside the hole
                      {member.isFound ? '' : ', where the spacing has it'}
                    </p>
                  )}
                </li>
              ))}
            </ul>
          </>
        )}
      </Section>
      <Section title="Lifting" summary={people}>
        <ul>
          {lifts.map((lift, index) => (
            <li key={index} className="mb-2">
              <p>
                {valueText(lift.name, telling)}:{' '}
                <span className="figure">{formatQuantity({ value: lift.massKg, unit: 'kg' }, reader)}</span>,{' '}
                {BY_WORDS[lift.by]}
              </p>
              {lift.platformMm > 0 && (
                <p className="text-sm text-kraft">
                  from a platform <span className="figure">{formatLength(lift.platformMm, reader)}</span>{' '}
                  above {valueText(lift.standsOn, telling)}
                </p>
              )}
              <WorkingButton working={lift.working} reader={reader} />
            </li>
          ))}
        </ul>
      </Section>
    </div>
  );
}

const BY_WORDS: Readonly<Record<LiftPlan['by'], string>> = {
  one: 'one person',
  two: 'two people',
  hoist: 'a hoist or a stand',
};

function Used({ useRatio, reader }: { readonly useRatio: number; readonly reader: Reader }) {
  const { text, isTooMuch } = formatUse(useRatio, reader);
  return <span className={`text-right ${isTooMuch ? 'text-crayon' : 'text-solder'}`}>{text}</span>;
}
