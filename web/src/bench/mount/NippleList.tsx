import {
  hookLineStack,
  isFittingSize,
  newPlayMm,
  nippleCut,
  sideOfKnockout,
  sizeText,
  type Hung,
  type WirewaySide,
} from '@zarnel/core/figures';
import { freshId, type Nipple, type Knockout, type Plan, type PlanEdit } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { tryEdit } from '../PositionFields.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';

type Props = {
  readonly item: Hung;
  readonly wireway: Hung;
  readonly side: WirewaySide;
  readonly plan: Plan;
  readonly reader: Reader;
};

/** The unit's knockouts towards the wireway: their nipples with cut lengths, or none yet. */
export function NippleList({ item, wireway, side, plan, reader }: Props) {
  const towards = item.type.knockouts.filter((knockout) => sideOfKnockout(knockout) === side);
  const nippleAt = (knockout: Knockout) =>
    plan.nipples.find(({ from }) => from.placement === item.id && from.knockout === knockout.id);
  const open = towards.filter((knockout) => nippleAt(knockout) === undefined);
  const joinAll = () => {
    const edits: PlanEdit[] = [];
    let reserved = plan;
    for (const knockout of open) {
      const id = freshId(reserved, `${item.id}-${knockout.id}`);
      const from = { placement: item.id, knockout: knockout.id };
      const nipple: Nipple = { id, from, wireway: wireway.id, playMm: newPlayMm(plan.codeBasis) };
      reserved = { ...reserved, nipples: [...reserved.nipples, nipple] };
      edits.push({ kind: 'add-nipple', nipple });
    }
    makeEdits(edits);
  };
  return (
    <div className="mt-2">
      <h4 className="font-semibold">Nipples</h4>
      <ul>
        {towards.map((knockout) => {
          const nipple = nippleAt(knockout);
          return nipple === undefined ? null : (
            <NippleRow
              key={nipple.id}
              nipple={nipple}
              knockout={knockout}
              item={item}
              wireway={wireway}
              side={side}
              reader={reader}
            />
          );
        })}
      </ul>
      {open.length > 0 && (
        <Button onClick={joinAll}>
          Join {open.map(({ id }) => id).join(', ')} to {wireway.placement.name}
        </Button>
      )}
    </div>
  );
}

type RowProps = Omit<Props, 'plan'> & { readonly nipple: Nipple; readonly knockout: Knockout };

function NippleRow({ nipple, knockout, item, wireway, side, reader }: RowProps) {
  if (!isFittingSize(knockout.tradeSize)) {
    return (
      <li className="text-sm">
        {knockout.id}: measure the fittings of {sizeText(knockout.tradeSize)} yourself.
      </li>
    );
  }
  const { gapMm } = hookLineStack(item, wireway, side);
  const cut = nippleCut(gapMm, nipple.playMm, knockout.tradeSize, item.face.face.side);
  return (
    <li className="border-b border-faint py-1">
      <p className="flex justify-between gap-2">
        <span>
          {knockout.id}, {sizeText(knockout.tradeSize)} {cut.fittingKind}
        </span>
        <span className={`figure ${cut.problem === null ? 'text-chalk' : 'text-crayon'}`}>
          cut {formatLength(cut.cutMm, reader)}
        </span>
      </p>
      <details>
        <summary className="min-h-7 cursor-pointer text-sm text-chalk">Play, working, remove</summary>
        <LengthField
          label="Cut shorter than the gap by"
          valueMm={nipple.playMm}
          reader={reader}
          onCommit={(playMm) => tryEdit({ kind: 'set-nipple-play', nipple: nipple.id, playMm })}
        />
        <WorkingButton working={cut.working} reader={reader} />
        <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-nipple', nipple: nipple.id }])}>
          Remove the nipple
        </Button>
      </details>
    </li>
  );
}
