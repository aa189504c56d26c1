import { useState } from 'react';
import {
  edgeName,
  foldsOf,
  freeEdges,
  parsePitch,
  pitchEdit,
  pitchText,
  rootEdit,
  type Prepared,
  type SiteFace,
} from '@zarnel/core/figures';
import { freshId, type Plan } from '@zarnel/core/plan';
import { faceName, formatLength, type Reader, toldText } from '@zarnel/core/words';
import { useTelling } from '../use-telling.ts';
import { makeEdits, tryEdits, tryResult } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';

type Props = {
  readonly face: SiteFace;
  readonly plan: Plan;
  readonly prepared: Prepared;
  readonly reader: Reader;
};

/** How a face stands: what it is folded to, its pitch, its other side, and the sheet turned to have it upright. */
export function FoldSection({ face, plan, prepared, reader }: Props) {
  const dispatch = useAppDispatch();
  const sheetRoot = useAppSelector((state) => state.view.sheetRoot) ?? plan.rootFace;
  const telling = useTelling(reader);
  const folds = foldsOf(prepared.site, face.id);
  const by = prepared.site.placedBy.get(face.id);
  const { shape } = face.face;
  const [rootFault, setRootFault] = useState<string | null>(null);
  return (
    <>
      <p className="mb-2 text-sm text-kraft">{standsText(prepared, face.id)}</p>
      {by !== undefined && (
        <TypedField
          label="Pitch"
          shown={pitchText(prepared.site, face.id)}
          parse={parsePitch}
          onCommit={(degrees) => tryResult(pitchEdit(prepared.site, face.id, degrees))}
        />
      )}
      <ul>
        {folds.map(({ fold, other, hereEdge, lengthMm, differenceMm }) => (
          <li key={fold.id} className="mb-2 border border-faint p-2">
            <p>
              {toldText(edgeName(face.outline, hereEdge), telling)},{' '}
              <span className="figure">{formatLength(lengthMm, reader)}</span>, to{' '}
              {telling.nameOf(faceName(other))}
            </p>
            {differenceMm !== 0 && (
              <p className="text-sm text-crayon">
                Its edge there is{' '}
                <span className="figure">{formatLength(Math.abs(differenceMm), reader)}</span>{' '}
                {differenceMm > 0 ? 'longer' : 'shorter'}.
              </p>
            )}
            <NumberField
              label="Turned towards you"
              value={fold.towardViewerDeg}
              unit="°"
              onCommit={(value) =>
                value === null
                  ? 'Type an angle: 0 is flat, 90 an inside corner.'
                  : tryEdits([{ kind: 'set-fold-angle', fold: fold.id, towardViewerDeg: value }])
              }
            />
            <Button look="quiet" onClick={() => makeEdits([{ kind: 'remove-fold', fold: fold.id }])}>
              Unfold
            </Button>
          </li>
        ))}
      </ul>
      <AddFold face={face} plan={plan} prepared={prepared} reader={reader} />
      {shape.kind === 'outline' && folds.length === 0 && face.id !== plan.rootFace && (
        <StandFields face={face} reader={reader} />
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {sheetRoot !== face.id && (
          <Button onClick={() => dispatch(viewSlice.actions.rooted(face.id))}>Upright in the middle</Button>
        )}
        {plan.rootFace !== face.id && by?.kind !== 'root' && (
          <Button
            look="quiet"
            onClick={() => setRootFault(tryResult(rootEdit(plan, prepared.site, face.id)))}
          >
            Place the site from this face
          </Button>
        )}
        {shape.kind === 'outline' && face.otherSide === null && (
          <Button
            onClick={() =>
              makeEdits([
                {
                  kind: 'add-reverse',
                  of: face.id,
                  id: freshId(plan, `${face.id.slice(0, 24)}-other`),
                  name: `${face.name.slice(0, 100)}, other side`,
                  side: face.face.side === 'inside' ? 'outside' : 'inside',
                  thicknessMm: face.thicknessMm,
                },
              ])
            }
          >
            Add its other side
          </Button>
        )}
      </div>
      <Fault>{rootFault}</Fault>
    </>
  );
}

function standsText({ site }: Prepared, faceId: string): string {
  const by = site.placedBy.get(faceId);
  const nameOf = (id: string) => site.faces.get(id)?.name ?? id;
  switch (by?.kind) {
    case undefined:
      return 'It stands nowhere yet: fold it to another face, or give it a place.';
    case 'root':
      return 'The site stands on it: every other face is placed from here.';
    case 'stand':
      return 'It stands by itself, at the place below.';
    case 'fold':
      return `It is folded to ${nameOf(by.from)}.`;
    case 'reverse':
      return `It is the other side of ${nameOf(by.from)}.`;
  }
}

function AddFold({ face, plan, prepared, reader }: Props) {
  const telling = useTelling(reader);
  const own = freeEdges(prepared.site, face.id);
  const others = [...prepared.site.faces.values()].filter(
    ({ id }) => id !== face.id && id !== face.otherSide,
  );
  const [wantedEdge, setEdge] = useState('');
  const [other, setOther] = useState('');
  const [wantedOtherEdge, setOtherEdge] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const theirs = freeEdges(prepared.site, other);
  if (own.length === 0 || others.length === 0) return null;
  // The edge asked for, or the first that is free: one that was folded meanwhile is no longer offered.
  const chosen = (edges: typeof own, wanted: string) =>
    edges.find((each) => String(each.edge) === wanted) ?? edges[0];
  const edge = chosen(own, wantedEdge);
  const otherEdge = chosen(theirs, wantedOtherEdge);
  const optionsFor = (edges: typeof own) =>
    edges.map(({ edge: number, name, lengthMm }) => ({
      value: String(number),
      label: `${toldText(name, telling)}, ${formatLength(lengthMm, reader)}`,
    }));
  return (
    <details className="mb-2">
      <summary className="min-h-9 cursor-pointer">Fold it to another face</summary>
      <Select
        label="This face’s"
        value={String(edge?.edge ?? '')}
        options={optionsFor(own)}
        onChange={setEdge}
      />
      <Select
        label="To"
        value={other}
        options={others.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setOther}
      />
      {other !== '' && theirs.length === 0 && <p className="text-sm">Each of its edges is folded already.</p>}
      {theirs.length > 0 && (
        <Select
          label="Its"
          value={String(otherEdge?.edge ?? '')}
          options={optionsFor(theirs)}
          onChange={setOtherEdge}
        />
      )}
      <Button
        disabled={edge === undefined || otherEdge === undefined}
        onClick={() => {
          if (edge === undefined || otherEdge === undefined) return;
          setFault(
            tryEdits([
              {
                kind: 'add-fold',
                fold: {
                  id: freshId(plan, 'fold'),
                  a: { face: other, edge: otherEdge.edge },
                  b: { face: face.id, edge: edge.edge },
                  towardViewerDeg: 90,
                },
              },
            ]),
          );
        }}
      >
        Fold at 90°
      </Button>
      <Fault className="mt-1 text-sm">{fault}</Fault>
    </details>
  );
}

const FIRST_STAND = { originMm: [0, 0, 0] as [number, number, number], turnDeg: 0, tiltDeg: 0 };
const AXES = ['Right of the root’s datum', 'Away from you', 'Up from the root’s datum'] as const;

function StandFields({ face, reader }: { readonly face: SiteFace; readonly reader: Reader }) {
  const { shape } = face.face;
  if (shape.kind !== 'outline') return null;
  const { stands } = shape;
  const set = (changed: Partial<typeof FIRST_STAND> | null) =>
    tryEdits([
      {
        kind: 'set-stand',
        face: face.id,
        stands: changed === null ? null : { ...(stands ?? FIRST_STAND), ...changed },
      },
    ]);
  if (stands === null) return <Button onClick={() => set({})}>Give it a place of its own</Button>;
  return (
    <fieldset className="mb-2 border border-faint p-2">
      <legend className="px-1 text-sm">Its place in the site</legend>
      {AXES.map((label, axis) => (
        <LengthField
          key={label}
          label={label}
          valueMm={stands.originMm[axis] ?? 0}
          reader={reader}
          onCommit={(mm) => {
            const originMm = [...stands.originMm] as [number, number, number];
            originMm[axis] = mm;
            return set({ originMm });
          }}
        />
      ))}
      <NumberField
        label="Turned, seen from above"
        value={stands.turnDeg}
        unit="°"
        onCommit={(value) => set({ turnDeg: value ?? 0 })}
      />
      <NumberField
        label="Tilted back from upright"
        value={stands.tiltDeg}
        unit="°"
        onCommit={(value) => set({ tiltDeg: value ?? 0 })}
      />
      <Button look="quiet" onClick={() => set(null)}>
        Take its place away
      </Button>
    </fieldset>
  );
}
