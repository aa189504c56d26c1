import { useState } from 'react';
import type { Spot } from '@zarnel/core/figures';
import type { Penetration } from '@zarnel/core/plan';
import { formatLength, toldText, type Reader } from '@zarnel/core/words';
import { evaluator } from '../../workers/compute.ts';
import { Button } from '../../ui/Button.tsx';
import { Section } from '../../ui/Section.tsx';
import { tryEdit } from '../PositionFields.tsx';
import { useTelling } from '../use-telling.ts';

type Props = { readonly penetration: Penetration; readonly reader: Reader };

/** Where a penetration is best on its face, with reasons; looked for when somebody asks. */
export function SpotsSection({ penetration, reader }: Props) {
  const telling = useTelling(reader);
  const [spots, setSpots] = useState<readonly Spot[] | null>(null);
  const [isAsking, setAsking] = useState(false);
  const ask = () => {
    setAsking(true);
    evaluator
      .spots(penetration.id)
      .then((found) => setSpots(found ?? []))
      .catch((error: unknown) => console.error(error))
      .finally(() => setAsking(false));
  };
  return (
    <Section title="Better places" summary={spots === null ? '' : String(spots.length)}>
      <Button onClick={ask} disabled={isAsking}>
        {isAsking ? 'Looking…' : 'Find the best places'}
      </Button>
      {spots?.length === 0 && <p>No place on this face is clear of everything.</p>}
      <ol>
        {spots?.map((spot) => (
          <li key={`${spot.xMm} ${spot.yMm}`} className="mt-2 border-t border-faint pt-2">
            <p className="figure">
              {formatLength(spot.xMm, reader)} right, {formatLength(spot.yMm, reader)} up
            </p>
            <ul className="text-sm">
              {spot.speaksFor.map((reason, index) => (
                <li key={index}>+ {toldText(reason, telling)}</li>
              ))}
              {spot.speaksAgainst.map((reason, index) => (
                <li key={index}>− {toldText(reason, telling)}</li>
              ))}
            </ul>
            <Button
              look="quiet"
              onClick={() =>
                tryEdit({
                  kind: 'move-penetration',
                  penetration: penetration.id,
                  xMm: spot.xMm,
                  yMm: spot.yMm,
                })
              }
            >
              Move it here
            </Button>
          </li>
        ))}
      </ol>
    </Section>
  );
}
