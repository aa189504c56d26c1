import { useEffect, useState } from 'react';
import { ATTACHMENTS, type SchoolFigures } from '@zarnel/core/figures';
import type { ModuleField } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { useAppSelector } from '../../state/store.ts';
import { Button } from '../../ui/Button.tsx';
import { evaluator } from '../../workers/compute.ts';
import { useTradeWords } from '../use-telling.ts';

type Props = {
  readonly field: ModuleField;
  readonly reader: Reader;
  readonly set: (more: Partial<ModuleField>) => string | null;
};

/** Every school of holding modules on the same field: its feet and holes, what pulls and what holds, what people say. */
export function SchoolsTable({ field, reader, set }: Props) {
  const say = useTradeWords();
  const evaluationOf = useAppSelector((state) => state.plan.evaluationOf);
  const [schools, setSchools] = useState<readonly SchoolFigures[] | null>(null);
  useEffect(() => {
    let isWanted = true;
    evaluator
      .schools(field)
      .then((found) => isWanted && setSchools(found))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [field, evaluationOf]);
  if (schools === null) return <p>Working them out …</p>;
  return (
    <ul>
      {schools.map(({ school, stands, footCount, holeCount, pullN, holdsN }) => {
        const facts = ATTACHMENTS[school];
        const isHere = school === field.support.school;
        const force = (value: number) => formatQuantity({ value, unit: 'N' }, reader);
        const isHeld = holdsN !== null && holdsN >= pullN;
        return (
          <li key={school} className={`mb-3 border-l-4 pl-2 ${isHere ? 'border-kraft' : 'border-faint'}`}>
            <p className="font-semibold">{facts.name}</p>
            <p className={stands && (holdsN === null || isHeld) ? '' : 'text-crayon'}>
              {stands ? (
                <>
                  <span className="figure">{footCount}</span> feet,{' '}
                  <span className="figure">{holeCount}</span> holes;{' '}
                  {holdsN === null ? (
                    <>
                      pulled by <span className="figure">{force(pullN)}</span>, what it holds is not known
                    </>
                  ) : (
                    <>
                      pulled by <span className="figure">{force(pullN)}</span>, holds{' '}
                      <span className="figure">{force(holdsN)}</span>
                    </>
                  )}
                </>
              ) : (
                'finds nothing to stand on under some rail'
              )}
            </p>
            <p className="text-sm">
              Lifts by about {formatLength(facts.heightMm, reader)}
              {facts.leastC !== null && (
                <>, from {formatQuantity({ value: facts.leastC, unit: 'degC' }, reader)} on</>
              )}
              {facts.waitHours > 0 && <>, then {facts.waitHours} hours without load</>}. {facts.serviced}.
            </p>
            <details>
              <summary className="min-h-8 cursor-pointer text-sm">What it takes, and what people say</summary>
              <ul className="text-sm">
                {facts.speaksFor.map((each) => (
                  <li key={each}>+ {each}</li>
                ))}
                {facts.speaksAgainst.map((each) => (
                  <li key={each}>− {each}</li>
                ))}
              </ul>
              <ol className="mt-1 ml-4 list-decimal text-sm">
                {facts.steps.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ol>
              <p className="text-sm">Parts: {facts.parts.join(', ')}.</p>
              <p className="text-sm">Against vibration: {facts.locks}.</p>
              <p className="text-sm">{say(`Bonding: ${facts.bonds}.`)}</p>
            </details>
            {!isHere && (
              <Button onClick={() => void set({ support: { ...field.support, school, approvedUpN: null } })}>
                Hold it so
              </Button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
