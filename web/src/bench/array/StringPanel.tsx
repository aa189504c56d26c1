import {
  leadsFor,
  leadString,
  stringLeads,
  stringLines,
  type Prepared,
  type StringLead,
} from '@zarnel/core/figures';
import { type ModuleString, type Plan } from '@zarnel/core/plan';
import {
  CAUTIONS,
  countText,
  formatLength,
  formatQuantity,
  type QuantityUnit,
  type Reader,
} from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { said } from './said.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { Button } from '../../ui/Button.tsx';
import { OptionalMeasureField } from '../../ui/OptionalMeasureField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { Select } from '../../ui/Select.tsx';

type Props = {
  readonly string: ModuleString;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};

/** One string: its modules in order, where it leads, which plugs reach. */
export function StringPanel({ string, plan, prepared, reader }: Props) {
  const dispatch = useAppDispatch();
  const isStringing = useAppSelector((state) => state.view.isStringing);
  const line = stringLines(prepared).find(({ id }) => id === string.id);
  const leads = stringLeads(prepared, string.id);
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const set = (more: Partial<ModuleString>) =>
    tryEdits([{ kind: 'set-string', string: said({ ...string, ...more }) }]);
  const inverters = plan.gearTypes.filter(({ kind }) => kind === 'inverter');
  return (
    <section aria-label={string.name} className="mb-4">
      <h2 className="mb-2 text-lg font-semibold">{string.name}</h2>
      <NameField label="Name" value={string.name} onCommit={(name) => set({ name })} />
      <Select
        label="Wired"
        value={string.wired.as === 'trunk' ? string.wired.inverter : 'series'}
        options={[
          { value: 'series', label: 'In series' },
          ...inverters.map(({ id, name }) => ({ value: id, label: `Each with ${name}, on a trunk` })),
        ]}
        onChange={(value) =>
          set({ wired: value === 'series' ? { as: 'series' } : { as: 'trunk', inverter: value } })
        }
      />
      <LeadsTo string={string} prepared={prepared} />
      {line !== undefined && (
        <dl className="mb-2">
          <Row name="Modules" value={countText(line.count, 'module', 'modules')} />
          <Row name="Power" value={figure(line.powerW, 'W')} />
          {line.coldV !== null && (
            <Row name="Open, on the coldest morning" value={figure(line.coldV, 'V')} isStrong />
          )}
          {line.vmpV !== null && <Row name="At its best, 25 °C" value={figure(line.vmpV, 'V')} />}
          {line.branchPairs > 0 && (
            <Row
              name="Joined to the others of its circuit by"
              value={`${countText(line.branchPairs, 'pair', 'pairs')} of branch connectors, or a combiner`}
            />
          )}
          {line.iscA !== null && <Row name="Shorted" value={figure(line.iscA, 'A')} />}
        </dl>
      )}
      <OptionalMeasureField
        label="Open, by the meter"
        unit="V"
        value={string.measuredV ?? null}
        reader={reader}
        hint="from the marked plus to the marked minus, before it is joined to anything"
        onCommit={(measuredV) => set({ measuredV: measuredV ?? undefined })}
      />
      <Button
        look={isStringing ? 'strong' : 'plain'}
        aria-pressed={isStringing}
        className="mb-2 w-full"
        onClick={() => dispatch(viewSlice.actions.stringingSet(!isStringing))}
      >
        {isStringing
          ? 'Pressing modules: press here when it is done'
          : 'Press modules on the sheet, in order'}
      </Button>
      {leads !== null && leads.hops.length > 0 && (
        <>
          <h3 className="font-semibold">Its plugs</h3>
          <ol className="ml-5 list-decimal">
            {leads.hops.map(({ from, to, apartMm, extensionMm }) => (
              <li key={`${from.field}/${from.module}`}>
                {from.module} to {to.module}: <span className="figure">{formatLength(apartMm, reader)}</span>
                {extensionMm > 0 && (
                  <span className="text-crayon">
                    {' '}
                    · lacks <span className="figure">{formatLength(extensionMm, reader)}</span>
                  </span>
                )}
              </li>
            ))}
          </ol>
          <p className="mt-1 text-sm">
            Its two ends come out <span className="figure">{formatLength(leads.endsApartMm, reader)}</span>{' '}
            apart: lay the way back along the string, so that the loop stays small.
          </p>
        </>
      )}
      <div className="mt-2 flex flex-wrap gap-1">
        <Button onClick={() => void set({ modules: string.modules.toReversed() })}>Turn it round</Button>
        <Button look="quiet" onClick={() => void set({ modules: [] })}>
          Empty it
        </Button>
        <Button
          look="quiet"
          className="text-crayon"
          onClick={() => {
            if (makeEdits([{ kind: 'remove-string', string: string.id }]))
              dispatch(viewSlice.actions.selected(null));
          }}
        >
          Take out {string.name}
        </Button>
      </div>
      <p className="mt-3 border-l-4 border-crayon pl-3 text-sm text-crayon">{CAUTIONS['live-modules']}</p>
    </section>
  );
}

/** The circuit that carries it; a new one is made to gear that takes an array. */
function LeadsTo({ string, prepared }: Pick<Props, 'string' | 'prepared'>) {
  const { circuits, gear } = leadsFor(prepared, string);
  const [own] = prepared.circuitsOfString.get(string.id);
  const leads: readonly { readonly value: string; readonly label: string; readonly lead: StringLead }[] = [
    { value: 'none', label: 'Nothing yet', lead: { to: 'nothing' } },
    ...circuits.map(({ id, name }) => ({
      value: `circuit/${id}`,
      label: name,
      lead: { to: 'circuit', id } as const,
    })),
    ...gear.map(({ id, name }) => ({
      value: `gear/${id}`,
      label: `${name}, by a new circuit`,
      lead: { to: 'gear', id } as const,
    })),
  ];
  return (
    <Select
      label="Leads to"
      value={own === undefined ? 'none' : `circuit/${own.id}`}
      options={leads}
      onChange={(value) => {
        const chosen = leads.find((each) => each.value === value);
        if (chosen !== undefined) makeEdits(leadString(prepared, string, chosen.lead));
      }}
    />
  );
}
