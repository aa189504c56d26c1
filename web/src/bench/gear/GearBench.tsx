import { inDialect } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { useState } from 'react';
import { heaviestLiftKg, sizeText } from '@zarnel/core/figures';
import { firstGearType, freshId, type GearType, type Plan } from '@zarnel/core/plan';
import {
  countText,
  formatExactLength,
  formatLength,
  formatQuantity,
  nameWith,
  sourceText,
  type Reader,
} from '@zarnel/core/words';
import { ruleText } from '../../gear/rule-text.ts';
import { jobDraftName, keptDrafts } from '../../gear/use-kept-draft.ts';
import { useGearVersionsQuery, useLazyGearDetailQuery } from '../../state/gear-api.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { GEAR_KIND_WORDS, HEAT_WORDS } from '../words.ts';
import { AddGearDialog } from './AddGearDialog.tsx';

/** The gear types this job uses, each the job’s own copy, with the figures that decide where they go. */
export function GearBench({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const [isAdding, setAdding] = useState(false);
  const libraryIds = [...new Set(plan.gearTypes.flatMap(({ origin }) => origin?.library ?? []))].sort();
  const dispatch = useAppDispatch();
  const jobId = useAppSelector((state) => state.plan.jobId) ?? '';
  // Read once for all of them: it is kept as one text.
  const unfinished = keptDrafts.names();
  const describe = () => {
    const gearType = firstGearType(plan.codeBasis, freshId(plan, 'gear'), 'New gear', 'other');
    if (makeEdits([{ kind: 'add-gear-type', gearType }])) dispatch(viewSlice.actions.gearTaken(gearType.id));
  };
  const { data: versions } = useGearVersionsQuery(libraryIds, { skip: libraryIds.length === 0 });
  return (
    <section aria-label="Gear types">
      <h2 className="mb-2 text-lg font-semibold">Gear in this job</h2>
      <Button className="mb-3" onClick={() => setAdding(true)}>
        Take gear from the library
      </Button>
      <Button className="mb-3" onClick={describe}>
        Describe gear of your own
      </Button>
      <ul>
        {plan.gearTypes.map((type) => (
          <li key={type.id} className="mb-3 border border-faint p-2" data-gear-type={type.name}>
            <TypeCard
              type={type}
              plan={plan}
              reader={reader}
              newest={versions?.get(type.origin?.library ?? '') ?? null}
              isUnfinished={unfinished.has(jobDraftName(jobId, type.id))}
            />
          </li>
        ))}
      </ul>
      <AddGearDialog plan={plan} isOpen={isAdding} onClose={() => setAdding(false)} />
    </section>
  );
}

function TypeCard(props: {
  readonly type: GearType;
  readonly plan: Plan;
  readonly reader: Reader;
  readonly newest: number | null;
  /** Somebody began to change it and put it nowhere yet. */
  readonly isUnfinished: boolean;
}) {
  const { type, plan, reader, newest, isUnfinished } = props;
  const dispatch = useAppDispatch();
  const [read] = useLazyGearDetailQuery();
  const { origin } = type;
  const isOlder = origin !== null && newest !== null && newest > origin.version;
  const isUsed = plan.placements.some((placement) => placement.type === type.id);
  const copy = () => {
    const name = nameWith(type.name, ' (copy)');
    makeEdits([
      { kind: 'add-gear-type', gearType: { ...type, id: freshId(plan, type.id), name, origin: null } },
    ]);
  };
  const bringUpToDate = async () => {
    if (origin === null) return;
    const answer = await read(origin.library);
    if (answer.data === undefined) return;
    makeEdits([{ kind: 'set-gear-type', gearType: { ...answer.data.type, id: type.id } }]);
  };
  return (
    <>
      <h3 className="font-semibold">{type.name}</h3>
      {isOlder && (
        <p className="my-1 border-l-4 border-tape pl-2 text-kraft">
          Older than the library’s: this copy is version <span className="figure">{origin.version}</span>,
          there is <span className="figure">{newest}</span>.{' '}
          <Button look="quiet" onClick={() => void bringUpToDate()}>
            Take version {newest}
          </Button>
        </p>
      )}
      <Facts type={type} reader={reader} />
      <div className="mt-1 flex gap-2">
        <Button
          onClick={() => dispatch(viewSlice.actions.gearTaken(type.id))}
          aria-label={`Change ${type.name}`}
        >
          Change it
        </Button>
        <Button onClick={copy} aria-label={`Copy ${type.name}`}>
          Copy it
        </Button>
        {isUnfinished && <span className="self-center text-sm text-crayon">unfinished changes</span>}
        {!isUsed && (
          <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-gear-type', gearType: type.id }])}>
            Take it out
          </Button>
        )}
      </div>
    </>
  );
}

function Facts({ type, reader }: { readonly type: GearType; readonly reader: Reader }) {
  const { widthMm, heightMm, depthMm, dropMm, sidePlayMm, massKg, location, knockouts, rules, parts, heat } =
    type;
  const kg = (value: number) => formatQuantity({ value, unit: 'kg' }, reader);
  const rows: readonly (readonly [string, string])[] = [
    ['Kind', inDialect(GEAR_KIND_WORDS[type.kind], useTelling(reader).dialect ?? null)],
    ['Size', [widthMm, heightMm, depthMm].map((mm) => formatLength(mm, reader)).join(' × ')],
    ['Hook line to bottom', formatExactLength(dropMm, reader)],
    ['Side play', `± ${formatLength(sidePlayMm, reader)}`],
    [
      'Mass',
      parts.length === 0 ? kg(massKg) : `${kg(massKg)} in ${countText(parts.length, 'part', 'parts')}`,
    ],
    ...(parts.length === 0 ? [] : [['Heaviest lift', kg(heaviestLiftKg(type))] as const]),
    [
      'Enclosure',
      `${type.enclosure === '' ? '' : `${type.enclosure}, `}${location === 'indoor' ? 'indoors only' : 'outdoors or indoors'}`,
    ],
    ...(heat.lossW === 0
      ? []
      : [['Heat', `${heat.lossW} W, ${HEAT_WORDS[heat.sheds].toLowerCase()}`] as const]),
    ['Knockouts', knockouts.map(({ id, tradeSize }) => `${id} ${sizeText(tradeSize)}`).join(', ') || 'none'],
  ];
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-kraft">{name}</dt>
            <dd className="text-right">{value}</dd>
          </div>
        ))}
      </dl>
      {rules.length > 0 && (
        <ul className="mt-1 border-t border-faint pt-1 text-sm">
          {rules.map((rule) => (
            <li key={rule.id}>
              {ruleText(rule)} <span className="text-kraft">({sourceText(rule.source)})</span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
