import {
  hookLineStack,
  isFittingSize,
  NEW_PLAY_MM,
  nippleOf,
  sideOfKnockout,
  sizeText,
  type Hung,
  type WirewaySide,
} from '@zarnel/core/figures';
import { freshId, type Joint, type Knockout, type Plan, type PlanEdit } from '@zarnel/core/plan';
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
  const jointAt = (knockout: Knockout) =>
    plan.joints.find(({ from }) => from.placement === item.id && from.knockout === knockout.id);
  const open = towards.filter((knockout) => jointAt(knockout) === undefined);
  const joinAll = () => {
    const edits: PlanEdit[] = [];
    let reserved = plan;
    for (const knockout of open) {
      const id = freshId(reserved, `${item.id}-${knockout.id}`);
      const from = { placement: item.id, knockout: knockout.id };
      const joint: Joint = { id, from, wireway: wireway.id, playMm: NEW_PLAY_MM };
      reserved = { ...reserved, joints: [...reserved.joints, joint] };
      edits.push({ kind: 'add-joint', joint });
    }
    makeEdits(edits);
  };
  return (
    <div className="mt-2">
      <h4 className="font-semibold">Nipples</h4>
      <ul>
        {towards.map((knockout) => {
          const joint = jointAt(knockout);
          return joint === undefined ? null : (
            <NippleRow
              key={joint.id}
              joint={joint}
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

type RowProps = Omit<Props, 'plan'> & { readonly joint: Joint; readonly knockout: Knockout };

function NippleRow({ joint, knockout, item, wireway, side, reader }: RowProps) {
  if (!isFittingSize(knockout.tradeSize)) {
    return (
      <li className="text-sm">
        {knockout.id}: measure the fittings of {sizeText(knockout.tradeSize)} yourself.
      </li>
    );
  }
  const { gapMm } = hookLineStack(item, wireway, side);
  const nipple = nippleOf(gapMm, joint.playMm, knockout.tradeSize, item.face.face.side);
  return (
    <li className="border-b border-faint py-1">
      <p className="flex justify-between gap-2">
        <span>
          {knockout.id}, {sizeText(knockout.tradeSize)} {nipple.fittingKind}
        </span>
        <span className={`figure ${nipple.problem === null ? 'text-chalk' : 'text-crayon'}`}>
          cut {formatLength(nipple.cutMm, reader)}
        </span>
      </p>
      <details>
        <summary className="min-h-7 cursor-pointer text-sm text-chalk">Play, working, remove</summary>
        <LengthField
          label="Cut shorter than the gap by"
          valueMm={joint.playMm}
          reader={reader}
          onCommit={(playMm) => tryEdit({ kind: 'set-joint-play', joint: joint.id, playMm })}
        />
        <WorkingButton working={nipple.working} reader={reader} />
        <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-joint', joint: joint.id }])}>
          Remove the nipple
        </Button>
      </details>
    </li>
  );
}
