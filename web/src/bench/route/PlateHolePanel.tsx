import { edgeName, movedPlateHole, NO_PLATE_DETAIL, platePlaces } from '@zarnel/core/figures';
import type { PlateHole } from '@zarnel/core/plan';
import { countText, formatLength, toldText } from '@zarnel/core/words';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { FigureRow } from '../../ui/FigureRow.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { evaluator } from '../../workers/compute.ts';
import type { RoomProps } from '../room.ts';
import { useTelling } from '../use-telling.ts';
import { PositionFields } from '../PositionFields.tsx';
import { OfNow } from './OfNow.tsx';
import { useDetail } from './use-detail.ts';

const askPlate = (id: string) => evaluator.plateDetail(id);

type Props = RoomProps & { readonly hole: PlateHole };

/** A hole through a plate: where it is bored from, how wide, and whether it is closed again. */
export function PlateHolePanel({ hole, prepared, reader }: Props) {
  const { detail, isOfNow } = useDetail(askPlate, hole.id, NO_PLATE_DETAIL);
  const telling = useTelling(reader);
  const { diameterMm, runCount, throughMm, working } = detail;
  const met = platePlaces(prepared.site, hole);
  const [from, into] = [hole.to, hole.face].map((id) => prepared.site.faces.get(id));
  const set = (more: Partial<PlateHole>) =>
    tryEdits([{ kind: 'set-plate-hole', hole: { ...hole, ...more } }]);
  return (
    <section aria-label={hole.name}>
      <h2 className="mb-2 text-lg font-semibold">{hole.name}</h2>
      <p className="mb-2">
        Bored from {from?.name ?? hole.to} into {into?.name ?? hole.face}, in the middle of the plate’s width.
      </p>
      {met.ok && (
        <>
          <h3 className="mb-1 font-semibold">Mark it on {from?.name ?? hole.to}</h3>
          <PositionFields
            xLabel="Right of datum"
            xMm={met.places.there.at[0]}
            yMm={met.places.there.at[1]}
            reader={reader}
            moveTo={(xMm, yMm) => ({
              kind: 'set-plate-hole',
              hole: movedPlateHole(prepared.site, hole, hole.to, [xMm, yMm]),
            })}
          />
        </>
      )}
      {diameterMm !== null && throughMm !== null && (
        <OfNow isOfNow={isOfNow}>
          <dl className="mb-2">
            <FigureRow name="Drill" value={formatLength(diameterMm, reader)} isStrong />
            <FigureRow name="Of each cable within it" value={formatLength(throughMm, reader)} />
            <FigureRow name="Goes through it" value={countText(runCount, 'run', 'runs')} />
          </dl>
          {working !== null && <WorkingButton working={working} reader={reader} />}
        </OfNow>
      )}
      <p className="my-2 border-l-4 border-crayon pl-2 text-sm">
        Wires and pipes run where nobody sees them, in plates too: look from both sides before boring. Who
        built it, and the local code, decide what a plate that carries may lose.
      </p>
      {!met.ok && (
        <LengthField
          label="Along its edge, from the corner"
          valueMm={hole.alongMm}
          reader={reader}
          hint={into === undefined ? null : toldText(edgeName(into.outline, hole.edge), telling)}
          onCommit={(alongMm) => set({ alongMm })}
        />
      )}
      <LengthField
        label="All plates together"
        valueMm={hole.plateMm}
        reader={reader}
        onCommit={(plateMm) => set({ plateMm })}
      />
      <LengthField
        label="Plate, across the wall"
        valueMm={hole.plateWidthMm ?? 0}
        reader={reader}
        hint={hole.plateWidthMm === null ? 'Nobody measured it.' : null}
        onCommit={(mm) => set({ plateWidthMm: mm === 0 ? null : mm })}
      />
      <LengthField
        label="Drill"
        valueMm={hole.holeMm ?? 0}
        reader={reader}
        hint={hole.holeMm === null ? '0: the smallest that takes its cables' : null}
        onCommit={(mm) => set({ holeMm: mm === 0 ? null : mm })}
      />
      <Toggle
        label="Closed again round its cables"
        isOn={hole.isStopped}
        onChange={(isStopped) => void set({ isStopped })}
      />
      <NameField label="Called" value={hole.name} onCommit={(name) => set({ name })} />
      <Button onClick={() => makeEdits([{ kind: 'remove-plate-hole', hole: hole.id }])}>
        Take the plate hole out
      </Button>
    </section>
  );
}
