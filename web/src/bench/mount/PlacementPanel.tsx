import { useState } from 'react';
import {
  asTaped,
  duplicateEdit,
  findWirewayAt,
  gapWorking,
  hookLineAway,
  hookLineForGap,
  hookLineStack,
  isTooClose,
  liveGapsBeside,
  type Hung,
  type Prepared,
  type Routes,
  type WirewaySide,
} from '@zarnel/core/figures';
import { freshId, type Plan, type PlanEdit } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { makeEdits, tryResult } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { PositionFields, tryEdit } from '../PositionFields.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { RatioBar } from '../findings/RatioBar.tsx';
import { requiredFigures } from './required-figures.ts';
import { BoardSection, MountedOn } from './BoardSection.tsx';
import { FixingSection } from './FixingSection.tsx';
import { FlushSection } from './FlushSection.tsx';
import { JoinSection } from './JoinSection.tsx';
import { NippleList } from './NippleList.tsx';
import { WirewaySection } from './WirewaySection.tsx';
import { OtherClearances } from './OtherClearances.tsx';
import { useTradeWords } from '../use-telling.ts';

type Props = {
  readonly item: Hung;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly routes: Routes | null;
  readonly reader: Reader;
};

/** What is selected, exactly: its hook line, what it hangs over, its gaps, its nipples. */
export function PlacementPanel({ item, plan, prepared, routes, reader }: Props) {
  const say = useTradeWords();
  const dispatch = useAppDispatch();
  const { placement, type } = item;
  const moveTo = (xMm: number, yMm: number) =>
    ({ kind: 'move-placement', placement: item.id, xMm, yMm }) as const;
  const hangs = type.kind === 'wireway' ? null : findWirewayAt(prepared, item);
  const taped = asTaped(prepared.site, item.face, [placement.xMm, placement.yMm]);
  const neighbours = (prepared.onFace.get(item.face.id) ?? [])
    .filter(({ id }) => id !== item.id)
    .map(({ id, placement: other }) => ({ value: id, label: other.name }));
  const [fault, setFault] = useState<string | null>(null);
  const duplicate = () => {
    const id = freshId(plan, type.id);
    const count = plan.placements.filter((each) => each.type === type.id).length;
    const edit = duplicateEdit(prepared, item, id, `${type.name} (${count + 1})`);
    const refused = tryResult(edit);
    setFault(refused);
    if (refused === null) dispatch(viewSlice.actions.selected({ kind: 'placement', id }));
  };
  return (
    <section aria-label={placement.name}>
      <h2 className="mb-1 text-lg font-semibold">{placement.name}</h2>
      <p className="mb-3 text-sm text-kraft">
        {type.name}, {formatQuantity({ value: type.massKg, unit: 'kg' }, reader)}, on {item.face.name}
      </p>
      <h3 className="mb-1 font-semibold">Hook line</h3>
      <PositionFields
        xLabel={say('Centre, right of datum')}
        xMm={placement.xMm}
        yMm={placement.yMm}
        reader={reader}
        moveTo={moveTo}
      />
      {taped.aboveFloorMm !== null && (
        <p className="text-right text-sm text-kraft">
          above the floor there <span className="figure">{formatLength(taped.aboveFloorMm, reader)}</span>
        </p>
      )}
      {taped.fromLeftMm !== null && (
        <p className="text-right text-sm text-kraft">
          from the edge there <span className="figure">{formatLength(taped.fromLeftMm, reader)}</span>
        </p>
      )}
      {hangs !== null && <AtWireway item={item} {...hangs} plan={plan} reader={reader} moveTo={moveTo} />}
      <FlushSection item={item} prepared={prepared} reader={reader} />
      <MountedOn item={item} prepared={prepared} />
      {type.kind === 'board' && (
        <BoardSection item={item} prepared={prepared} routes={routes} reader={reader} />
      )}
      {type.kind === 'wireway' && (
        <WirewaySection wireway={item} plan={plan} prepared={prepared} reader={reader} />
      )}
      <Gaps item={item} prepared={prepared} reader={reader} />
      <OtherClearances item={item} prepared={prepared} reader={reader} />
      <JoinSection item={item} plan={plan} prepared={prepared} reader={reader} />
      <FixingSection item={item} prepared={prepared} reader={reader} />
      {neighbours.length > 0 && (
        <div className="mt-3 border-t border-faint pt-3">
          <Choice
            label="Select another with it"
            value=""
            options={[{ value: '', label: 'Choose …' }, ...neighbours]}
            onChange={(id) => {
              if (id !== '') dispatch(viewSlice.actions.alsoSelected(id));
            }}
          />
        </div>
      )}
      <Fault className="mt-2 text-sm">{fault}</Fault>
      <div className="mt-4 flex flex-wrap gap-2 border-t border-faint pt-3">
        <Button onClick={duplicate}>One more beside it</Button>
        <Button onClick={() => makeEdits([{ kind: 'remove-placement', placement: item.id }])}>
          Take it down
        </Button>
      </div>
    </section>
  );
}

type AtWirewayProps = Omit<Props, 'prepared' | 'routes'> & {
  readonly wireway: Hung;
  readonly side: WirewaySide;
  readonly moveTo: (xMm: number, yMm: number) => PlanEdit;
};

/** The unit over or under its wireway: hook line, visible gap, nipples. */
function AtWireway({ item, wireway, side, plan, reader, moveTo }: AtWirewayProps) {
  const stack = hookLineStack(item, wireway, side);
  const { xMm } = item.placement;
  const isOver = side === 'top';
  return (
    <div className="mt-3 border-t border-faint pt-3">
      <h3 className="mb-1 font-semibold">
        {isOver ? 'Over' : 'Under'} {wireway.placement.name}
      </h3>
      <LengthField
        label={isOver ? 'Hook line above its top' : 'Hook line below its bottom'}
        valueMm={stack.hookAwayMm}
        reader={reader}
        onCommit={(mm) => tryEdit(moveTo(xMm, hookLineAway(wireway, side, mm)))}
      />
      <LengthField
        label="Visible gap"
        valueMm={stack.gapMm}
        reader={reader}
        onCommit={(mm) => tryEdit(moveTo(xMm, hookLineForGap(item, wireway, side, mm)))}
      />
      <WorkingButton working={stack.working} reader={reader} />
      <NippleList item={item} wireway={wireway} side={side} plan={plan} reader={reader} />
    </div>
  );
}

function Gaps({ item, prepared, reader }: Omit<Props, 'plan' | 'routes'>) {
  const gaps = liveGapsBeside(prepared, item).filter(({ measuredMm }) => measuredMm >= 0);
  if (gaps.length === 0) return null;
  return (
    <div className="mt-3 border-t border-faint pt-3">
      <h3 className="mb-1 font-semibold">Gaps beside it</h3>
      <ul>
        {gaps.map((gap) => (
          <li key={gap.neighbour.id} className="mb-2">
            <p className="flex justify-between gap-2">
              <span>
                {gap.side === 'left' ? 'Left' : 'Right'}: {gap.neighbour.placement.name}
              </span>
              {gap.required === null && (
                <span className="figure text-chalk">{formatLength(gap.measuredMm, reader)}</span>
              )}
            </p>
            {gap.required !== null && (
              <RatioBar
                measured={gap.measuredMm}
                required={gap.required.mm}
                {...requiredFigures(gap.measuredMm, gap.required.mm, reader)}
                isMet={!isTooClose(gap)}
              />
            )}
            <WorkingButton working={gapWorking(item, gap)} reader={reader} />
          </li>
        ))}
      </ul>
    </div>
  );
}
