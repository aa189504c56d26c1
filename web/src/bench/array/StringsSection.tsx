import { useState } from 'react';
import {
  arrayGear,
  proposeStrings,
  setStrings,
  sharers,
  shareStrings,
  stringLines,
} from '@zarnel/core/figures';
import { freshId, type Plan } from '@zarnel/core/plan';
import { countText, formatQuantity, type QuantityUnit, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';

/** The strings of a job with what they give, and what proposes them. */
export function StringsSection({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const dispatch = useAppDispatch();
  const { prepared } = derivedOf(plan);
  if (plan.moduleFields.length === 0) return null;
  const lines = stringLines(prepared);
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const add = () => {
    const id = freshId(plan, 'string');
    const string = {
      id,
      name: `String ${plan.moduleStrings.length + 1}`,
      wired: { as: 'series' as const },
      modules: [],
    };
    if (!makeEdits([{ kind: 'set-string', string }])) return;
    dispatch(viewSlice.actions.selected({ kind: 'string', id }));
    dispatch(viewSlice.actions.stringingSet(true));
  };
  return (
    <section aria-label="Strings" className="mb-3 border-t border-faint pt-3">
      <h2 className="mb-1 text-lg font-semibold">Strings</h2>
      {lines.length === 0 && (
        <p className="mb-2">No string yet: let them be proposed, or press modules in order.</p>
      )}
      {lines.length > 0 && (
        <table className="w-full text-sm">
          <thead>
            <tr className="text-left text-kraft">
              <th scope="col" className="font-normal">
                String
              </th>
              <th scope="col" className="text-right font-normal">
                Coldest
              </th>
              <th scope="col" className="text-right font-normal">
                At its best
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ id, name, count, coldV, vmpV, gear }) => (
              <tr key={id} className="border-t border-faint">
                <td>
                  <button
                    type="button"
                    className="min-h-9 w-full text-left hover:bg-tape/40"
                    onClick={() => dispatch(viewSlice.actions.selected({ kind: 'string', id }))}
                  >
                    {name} <span className="text-kraft">· {countText(count, 'module', 'modules')}</span>
                    {gear !== null && (
                      <span className="block text-kraft">to {prepared.placements.get(gear)?.name}</span>
                    )}
                  </button>
                </td>
                <td className="figure text-right">{coldV === null ? '—' : figure(coldV, 'V')}</td>
                <td className="figure text-right">{vmpV === null ? '—' : figure(vmpV, 'V')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ProposeStrings plan={plan} />
      <Button onClick={add}>Press modules in order</Button>
    </section>
  );
}

/** Not a piece of gear: all that are alike. */
const ALL = '';

function ProposeStrings({ plan }: { readonly plan: Plan }) {
  const { prepared } = derivedOf(plan);
  const gear = arrayGear(prepared);
  const [field, setField] = useState(plan.moduleFields[0]?.id ?? '');
  const [to, setTo] = useState(gear[0]?.id ?? '');
  const [why, setWhy] = useState<string | null>(null);
  if (gear.length === 0) {
    return (
      <p className="my-2 text-sm text-kraft">
        Hang a controller or an inverter: its window tells how long strings may be.
      </p>
    );
  }
  const propose = () => {
    const edits =
      to === ALL
        ? (shareStrings(prepared, field)?.edits ?? [])
        : setStrings(proposeStrings(prepared, field, to));
    if (edits.length === 0) {
      setWhy('No string of these modules stays within its window, or all of them are in strings already.');
      return;
    }
    setWhy(null);
    makeEdits(edits);
  };
  return (
    <details className="my-2">
      <summary className="min-h-9 cursor-pointer font-semibold">Propose strings</summary>
      <Select
        label="Of"
        value={field}
        options={plan.moduleFields.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setField}
      />
      <Select
        label="For"
        value={to}
        options={[
          ...(sharers(prepared).length === 0
            ? []
            : [{ value: ALL, label: 'All of them, led there by power' }]),
          ...gear.map(({ id, placement }) => ({ value: id, label: placement.name })),
        ]}
        onChange={setTo}
      />
      <Button onClick={propose}>Wire them</Button>
      {why !== null && (
        <p role="alert" className="mt-1 text-crayon">
          {why}
        </p>
      )}
    </details>
  );
}
