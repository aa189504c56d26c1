import { useEffect, useState } from 'react';
import { FILL_PATTERNS, FILL_WAYS, type FilledField, type FillWish } from '@zarnel/core/figures';
import type { ModuleField } from '@zarnel/core/plan';
import { formatQuantity, toldText, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { Select } from '../../ui/Select.tsx';
import { evaluator } from '../../workers/compute.ts';
import { useTelling } from '../use-telling.ts';

const WAY_WORDS = { upright: 'Long way up', turned: 'Long way across', mixed: 'Either way' } as const;
const PATTERN_WORDS = {
  'in-line': 'In line',
  staggered: 'Staggered by half',
  free: 'Wherever most fit',
} as const;
const MOST_MORE = 500;

/** Proposes how a face is filled; the proposal lies on the sheet as tape until it is taken. */
export function FillSection({ field, reader }: { readonly field: ModuleField; readonly reader: Reader }) {
  const dispatch = useAppDispatch();
  const telling = useTelling(reader);
  const [wish, setWish] = useState<FillWish>({
    ways: 'upright',
    pattern: 'in-line',
    wantedW: null,
    keepRoomFor: 0,
  });
  const [found, setFound] = useState<FilledField | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [isAsking, setAsking] = useState(false);
  const change = (more: Partial<FillWish>) => {
    setWish({ ...wish, ...more });
    setFound(null);
    setWhy(null);
    dispatch(viewSlice.actions.laidShown(null));
  };
  useEffect(() => () => void dispatch(viewSlice.actions.laidShown(null)), [dispatch]);
  const ask = () => {
    setAsking(true);
    setWhy(null);
    evaluator
      .fill(field, wish)
      .then((answer) => {
        if (answer === null) return;
        if (!answer.ok) {
          setFound(null);
          setWhy(toldText(answer.fault, telling));
          dispatch(viewSlice.actions.laidShown(null));
          return;
        }
        setFound(answer.value);
        dispatch(viewSlice.actions.laidShown({ face: field.face, boxes: answer.value.boxes }));
      })
      .catch((error: unknown) => setWhy(String(error)))
      .finally(() => setAsking(false));
  };
  const take = () => {
    if (found === null) return;
    // What was changed of the field meanwhile stays.
    if (makeEdits([{ kind: 'set-field', field: { ...field, modules: found.field.modules } }])) {
      setFound(null);
      dispatch(viewSlice.actions.laidShown(null));
    }
  };
  return (
    <Section title="Fill the face" startsOpen={field.modules.length === 0}>
      <Select
        label="Modules lie"
        value={wish.ways}
        options={FILL_WAYS.map((value) => ({ value, label: WAY_WORDS[value] }))}
        onChange={(value) => change({ ways: FILL_WAYS.find((each) => each === value) ?? 'upright' })}
      />
      <Select
        label="Rows"
        value={wish.pattern}
        options={FILL_PATTERNS.toReversed().map((value) => ({ value, label: PATTERN_WORDS[value] }))}
        onChange={(value) => change({ pattern: FILL_PATTERNS.find((each) => each === value) ?? 'in-line' })}
      />
      <NumberField
        label="Power wanted"
        unit="W"
        value={wish.wantedW}
        hint={wish.wantedW === null ? 'empty for as many as fit' : null}
        onCommit={(wantedW) => {
          if (wantedW !== null && wantedW <= 0) return 'It must be more than 0.';
          change({ wantedW });
          return null;
        }}
      />
      <CountField
        label="Keep room for"
        value={wish.keepRoomFor}
        least={0}
        most={MOST_MORE}
        hint="modules more, later"
        onCommit={(keepRoomFor) => {
          change({ keepRoomFor });
          return null;
        }}
      />
      <Button onClick={ask} disabled={isAsking}>
        {isAsking ? 'Filling …' : 'Propose'}
      </Button>
      {why !== null && (
        <p role="alert" className="mt-2 border-l-4 border-crayon pl-2 text-crayon">
          {why}
        </p>
      )}
      {found !== null && (
        <div className="mt-2 border-l-4 border-kraft bg-tape/40 p-2" role="status">
          <p>
            {toldText(found.says, telling)}{' '}
            <span className="figure font-semibold">
              {formatQuantity({ value: found.powerW, unit: 'W' }, reader)}
            </span>
          </p>
          <Button look="strong" onClick={take}>
            {field.modules.length === 0 ? 'Lay them down' : 'Lay these in place of the field’s'}
          </Button>
        </div>
      )}
    </Section>
  );
}
