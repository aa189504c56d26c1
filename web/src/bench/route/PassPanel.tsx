import { findPassPlaces, GLAND_SIZES, type Prepared } from '@zarnel/core/figures';
import { MOST_GLANDS, type Pass } from '@zarnel/core/plan';
import { CAUTIONS, formatLength, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { PositionFields, tryEdit } from '../PositionFields.tsx';
import { Select } from '../../ui/Select.tsx';

type Props = { readonly pass: Pass; readonly prepared: Prepared; readonly reader: Reader };

/** A sealed hole: where it is on both sides, and its gland. */
export function PassPanel({ pass, prepared, reader }: Props) {
  const places = findPassPlaces(prepared.site, pass);
  return (
    <section aria-label={pass.name}>
      <h2 className="mb-2 text-lg font-semibold">{pass.name}</h2>
      <h3 className="mb-1 font-semibold">On {places?.here.face.name}</h3>
      <PositionFields
        xLabel="Right of datum"
        xMm={pass.xMm}
        yMm={pass.yMm}
        reader={reader}
        moveTo={(xMm, yMm) => ({ kind: 'move-pass', pass: pass.id, xMm, yMm })}
      />
      {places !== null && (
        <p className="mb-3">
          The same hole on {places.there.face.name}:{' '}
          <span className="figure text-chalk">{formatLength(places.there.at[0], reader)}</span> right,{' '}
          <span className="figure text-chalk">{formatLength(places.there.at[1], reader)}</span> up.
        </p>
      )}
      <Select
        label="Gland"
        value={pass.gland}
        options={GLAND_SIZES.map((size) => ({ value: size, label: size }))}
        onChange={(value) => {
          const gland = GLAND_SIZES.find((size) => size === value);
          if (gland !== undefined) makeEdits([{ kind: 'set-pass-gland', pass: pass.id, gland }]);
        }}
      />
      <CountField
        label="How many"
        value={pass.glandCount}
        most={MOST_GLANDS}
        hint="One for each cable; spare ones are plugged."
        onCommit={(glandCount) => tryEdit({ kind: 'set-pass-gland-count', pass: pass.id, glandCount })}
      />
      <ul className="mb-3 border-l-4 border-crayon pl-3">
        <li>{CAUTIONS['hidden-services']}</li>
        <li>{CAUTIONS['live-modules']}</li>
      </ul>
      <Button onClick={() => makeEdits([{ kind: 'remove-pass', pass: pass.id }])}>Take the hole out</Button>
    </section>
  );
}
