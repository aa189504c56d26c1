import { useEffect, useState } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { dayInMonth, MONTH_NAMES, monthOfDay, type CurveNow, type SunNow } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { formatQuantity, type QuantityUnit, type Reader } from '@zarnel/core/words';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { evaluator } from '../../workers/compute.ts';
import { PlaceFields } from './PlaceFields.tsx';

/** The longest day of the north. */
const FIRST_DAY = 171;

/** The sun on the modules at any day and hour: their shade on the sheet, the curve of the wired array. */
export function SunSection({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const dispatch = useAppDispatch();
  const { selection, moduleInHand, shadedByHand } = useAppSelector((state) => state.view);
  const evaluationOf = useAppSelector((state) => state.plan.evaluationOf);
  const [day, setDay] = useState(FIRST_DAY);
  const [hour, setHour] = useState(10);
  const [batteryV, setBattery] = useState<number | null>(null);
  const [input, setInput] = useState(0);
  const [now, setNow] = useState<SunNow | null>(null);
  const hasPlace = plan.site.place !== null;
  useEffect(() => {
    if (!hasPlace || evaluationOf === null) return undefined;
    let isWanted = true;
    evaluator
      .sun({ day, hour, byHand: shadedByHand, batteryV })
      .then((found) => {
        if (!isWanted) return;
        setNow(found);
        dispatch(viewSlice.actions.shadeShown(found?.shaded ?? null));
      })
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [dispatch, hasPlace, day, hour, batteryV, shadedByHand, evaluationOf]);
  // The shade leaves the sheet with this section.
  useEffect(() => () => void dispatch(viewSlice.actions.shadeShown(null)), [dispatch]);
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const curve = now?.inputs[input] ?? now?.inputs[0];
  const keys = plan.moduleFields.flatMap((field) =>
    field.modules.map(({ id }) => ({ value: `${field.id}/${id}`, label: `${field.name}, ${id}` })),
  );
  const inHand =
    selection?.kind === 'field' && moduleInHand !== null
      ? `${selection.id}/${moduleInHand}`
      : (keys[0]?.value ?? '');
  return (
    <>
      <PlaceFields plan={plan} />
      {hasPlace && (
        <>
          <label className="block">
            Day{' '}
            <span className="figure font-semibold text-chalk">
              {dayInMonth(day)} {MONTH_NAMES[monthOfDay(day)]}
            </span>
            <input
              type="range"
              className="min-h-9 w-full"
              min={0}
              max={364}
              value={day}
              onChange={(event) => setDay(Number(event.target.value))}
            />
          </label>
          <label className="block">
            Hour, by the clock of the zone{' '}
            <span className="figure font-semibold text-chalk">
              {String(Math.floor(hour)).padStart(2, '0')}:
              {String(Math.round((hour % 1) * 60)).padStart(2, '0')}
            </span>
            <input
              type="range"
              className="min-h-9 w-full"
              min={3}
              max={21}
              step={0.25}
              value={hour}
              onChange={(event) => setHour(Number(event.target.value))}
            />
          </label>
          {now !== null && (
            <dl>
              {now.elevationDeg <= 0 ? (
                <Row name="The sun" value="is down" />
              ) : (
                <>
                  <Row name="The sun, above the horizon" value={figure(now.elevationDeg, 'deg')} />
                  <Row name="From north, clockwise" value={figure(now.azimuthDeg, 'deg')} />
                </>
              )}
              <Row name="The array gives, under a clear sky" value={figure(now.powerW, 'W')} isStrong />
            </dl>
          )}
          {(now?.inputs.length ?? 0) > 1 && (
            <Select
              label="Curve of"
              value={String(input)}
              options={(now?.inputs ?? []).map((_, index) => ({
                value: String(index),
                label: `Input ${index + 1}`,
              }))}
              onChange={(value) => setInput(Number(value))}
            />
          )}
          {curve !== undefined && curve.peaks.length > 0 && <CurveChart curve={curve} reader={reader} />}
          {now?.inputs.length === 0 && <p>No string leads to an input yet: there is no curve to draw.</p>}
          <NumberField
            label="Battery at"
            unit="V"
            value={batteryV}
            hint="for a pulse-width controller"
            onCommit={(value) => {
              setBattery(value);
              return null;
            }}
          />
          {keys.length > 0 && <ShadeByHand keys={keys} first={inHand} />}
        </>
      )}
    </>
  );
}

/** Current against voltage with its power, and where each kind of controller works. */
function CurveChart({ curve, reader }: { readonly curve: CurveNow; readonly reader: Reader }) {
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const [best, ...others] = curve.peaks;
  if (best === undefined) return null;
  return (
    <>
      <div className="h-48 w-full" role="img" aria-label="Current and power against voltage">
        <ResponsiveContainer>
          <LineChart
            data={curve.points.map((each) => ({ ...each }))}
            margin={{ top: 8, right: 4, bottom: 4, left: 0 }}
          >
            <CartesianGrid stroke="var(--color-faint)" />
            <XAxis
              dataKey="volts"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={(volts: number) => `${Math.round(volts)} V`}
              stroke="var(--color-pencil)"
            />
            <YAxis
              yAxisId="amps"
              tickFormatter={(amps: number) => amps.toFixed(best.currentA < 5 ? 1 : 0)}
              stroke="var(--color-pencil)"
              width={36}
            />
            <YAxis
              yAxisId="watts"
              orientation="right"
              tickFormatter={(watts: number) => watts.toFixed(0)}
              stroke="var(--color-kraft)"
              width={52}
            />
            <Tooltip
              formatter={(value, name) => figure(Number(value), name === 'Current' ? 'A' : 'W')}
              labelFormatter={(volts) => figure(Number(volts), 'V')}
            />
            <Line
              yAxisId="amps"
              dataKey="amps"
              name="Current"
              stroke="var(--color-pencil)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              yAxisId="watts"
              dataKey="watts"
              name="Power"
              stroke="var(--color-kraft)"
              strokeDasharray="4 3"
              dot={false}
              isAnimationActive={false}
            />
            {curve.peaks.map(({ voltageV, powerW }, index) => (
              <ReferenceDot
                key={voltageV}
                yAxisId="watts"
                x={voltageV}
                y={powerW}
                r={index === 0 ? 6 : 4}
                fill={index === 0 ? 'var(--color-solder)' : 'var(--color-paper)'}
                stroke="var(--color-solder)"
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <p className="text-sm">
        Current firm (left), <span className="text-kraft">power dashed</span> (right). A tracking controller
        works at <span className="figure font-semibold">{figure(best.voltageV, 'V')}</span> and takes{' '}
        <span className="figure font-semibold">{figure(best.powerW, 'W')}</span>
        {others[0] !== undefined && (
          <>
            ; one that stops at the first peak it meets may stay at{' '}
            <span className="figure">{figure(others[0].voltageV, 'V')}</span> with{' '}
            <span className="figure">{figure(others[0].powerW, 'W')}</span>
          </>
        )}
        .
        {curve.pulseWidth !== null && (
          <>
            {' '}
            A pulse-width controller holds it at{' '}
            <span className="figure">{figure(curve.pulseWidth.voltageV, 'V')}</span>:{' '}
            <span className="figure">{figure(curve.pulseWidth.powerW, 'W')}</span>.
          </>
        )}
      </p>
    </>
  );
}

function ShadeByHand({
  keys,
  first,
}: {
  readonly keys: readonly { readonly value: string; readonly label: string }[];
  readonly first: string;
}) {
  const dispatch = useAppDispatch();
  const shadedByHand = useAppSelector((state) => state.view.shadedByHand);
  const [chosen, setChosen] = useState<string | null>(null);
  const key = chosen ?? first;
  const ratio = shadedByHand[key] ?? 0;
  return (
    <div className="mt-2 border-t border-faint pt-2">
      <Select label="Shade by hand" value={key} options={keys} onChange={setChosen} />
      <label className="block">
        Light kept off it <span className="figure font-semibold text-chalk">{Math.round(ratio * 100)} %</span>
        <input
          type="range"
          className="min-h-9 w-full"
          min={0}
          max={100}
          value={Math.round(ratio * 100)}
          onChange={(event) =>
            dispatch(viewSlice.actions.moduleShaded({ key, ratio: Number(event.target.value) / 100 }))
          }
        />
      </label>
    </div>
  );
}
