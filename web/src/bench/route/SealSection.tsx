import type { PenetrationDetail, SealStack } from '@zarnel/core/figures';
import { SEAL_SCHOOLS, type Penetration, type SealStepId } from '@zarnel/core/plan';
import { countText, sealInWords, type Reader, type SealInWords } from '@zarnel/core/words';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { tryEdit } from '../PositionFields.tsx';
import { useTelling } from '../use-telling.ts';

type Props = {
  readonly penetration: Penetration;
  readonly detail: PenetrationDetail;
  readonly reader: Reader;
};

/** How a penetration is sealed: its school beside the others, its steps to tick off, what it takes and how long. */
export function SealSection({ penetration, detail, reader }: Props) {
  const { stack, schools } = detail;
  const telling = useTelling(reader);
  if (stack === null) return null;
  const seal = sealInWords(stack, telling);
  const nameOf = (school: string) => schools.find((each) => each.school === school)?.name ?? school;
  const set = (more: Partial<Penetration>) =>
    tryEdit({ kind: 'set-penetration', penetration: { ...penetration, ...more } });
  const tick = (step: SealStepId, isDone: boolean) =>
    set({ done: isDone ? [...penetration.done, step] : penetration.done.filter((each) => each !== step) });
  const doneCount = seal.steps.filter(({ isDone }) => isDone).length;
  return (
    <>
      <Select
        label="Sealed by"
        value={penetration.school ?? 'suggested'}
        options={[
          { value: 'suggested', label: `Suggested: ${nameOf(stack.suggested.school)}` },
          ...SEAL_SCHOOLS.map((school) => ({ value: school, label: nameOf(school) })),
        ]}
        onChange={(value) => set({ school: SEAL_SCHOOLS.find((school) => school === value) ?? null })}
      />
      <p className="mb-2 text-sm text-kraft">
        We suggest “{nameOf(stack.suggested.school)}” here. {stack.suggested.why}
      </p>
      <Section title="Schools side by side" summary={String(schools.length)}>
        {schools.map(({ school, name, speaksFor, speaksAgainst, opensAgain, unfit }) => (
          <div key={school} className="mb-3">
            <h4 className="font-semibold">{name}</h4>
            {unfit !== null && <p className="text-crayon">Not here: {unfit}.</p>}
            <ul className="text-sm">
              {speaksFor.map((text) => (
                <li key={text}>+ {text}</li>
              ))}
              {speaksAgainst.map((text) => (
                <li key={text}>− {text}</li>
              ))}
            </ul>
            <p className="text-sm text-kraft">To open it again: {opensAgain}</p>
          </div>
        ))}
      </Section>
      <Section title="Steps" summary={`${doneCount} of ${seal.steps.length} done`} startsOpen>
        <ol>
          {seal.steps.map((step, index) => (
            <StepLine key={step.id} step={step} number={index + 1} onTick={tick} />
          ))}
        </ol>
      </Section>
      <TakesSection stack={stack} seal={seal} reader={reader} />
    </>
  );
}

function StepLine({
  step,
  number,
  onTick,
}: {
  readonly step: SealInWords['steps'][number];
  readonly number: number;
  readonly onTick: (step: SealStepId, isDone: boolean) => void;
}) {
  return (
    <li className={step.isDone ? 'text-solder' : ''}>
      {step.cautions.map((caution) => (
        <p key={caution} className="border-l-4 border-crayon pl-2 text-sm">
          {caution}
        </p>
      ))}
      <Toggle
        label={`${number}. ${step.text}`}
        isOn={step.isDone}
        onChange={(isDone) => onTick(step.id, isDone)}
      />
    </li>
  );
}

function TakesSection({
  stack,
  seal: { takes, opensAgain },
  reader,
}: {
  readonly stack: SealStack;
  readonly seal: SealInWords;
  readonly reader: Reader;
}) {
  return (
    <Section title="What it takes" summary={countText(stack.products.length, 'product', 'products')}>
      <dl className="mb-2">
        {takes.map(({ name, figure }) => (
          <div key={name} className="flex justify-between gap-2">
            <dt>{name}</dt>
            <dd className="figure text-right">{figure}</dd>
          </div>
        ))}
      </dl>
      <p className="mb-2">To open it again: {opensAgain}</p>
      {stack.workings.map((working, index) => (
        <WorkingButton key={index} working={working} reader={reader} />
      ))}
      <p className="text-sm text-kraft">
        Figures of products are what such products commonly state. The one in hand decides.
      </p>
    </Section>
  );
}
