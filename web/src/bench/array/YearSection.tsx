import { useEffect, useRef, useState } from 'react';
import {
  Bar,
  BarChart,
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { MONTH_NAMES, tiltGain, type ArrayYear } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { formatQuantity, toldText, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Section } from '../../ui/Section.tsx';
import { startYear, type YearRun } from '../../workers/array-year.ts';
import { useTelling } from '../use-telling.ts';
import { keepYear, yearOf } from './kept-year.ts';
import { PlaceFields } from './PlaceFields.tsx';

/** A clear year on these modules: which wiring serves this roof best, and what tilting them would gain. */
export function YearSection({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const telling = useTelling(reader);
  const [progress, setProgress] = useState<number | null>(null);
  const [year, setYear] = useState<ArrayYear | null>(yearOf(plan));
  const [fault, setFault] = useState<string | null>(null);
  const [batteryV, setBattery] = useState<number | null>(null);
  const run = useRef<YearRun | null>(null);
  useEffect(() => () => run.current?.stop(), []);
  const { place } = plan.site;
  const isStale = year !== null && yearOf(plan) !== year;
  const start = () => {
    setProgress(0);
    setFault(null);
    const works =
      batteryV === null ? ({ kind: 'tracking' } as const) : ({ kind: 'pulse-width', batteryV } as const);
    const started = startYear(plan, works, setProgress);
    run.current = started;
    started.answer
      .then((found) => {
        if (found === null) return;
        keepYear(plan, found);
        setYear(found);
      })
      .catch((error: unknown) => setFault(String(error)))
      .finally(() => setProgress(null));
  };
  const energy = (wh: number) => formatQuantity({ value: Math.round(wh / 1000), unit: 'count' }, reader);
  if (place === null || plan.moduleFields.every(({ modules }) => modules.length === 0)) {
    return (
      <>
        <PlaceFields plan={plan} />
        {place !== null && <p>Lay down some modules first.</p>}
      </>
    );
  }
  return (
    <>
      <NumberField
        label="Pulse-width controller at"
        unit="V"
        value={batteryV}
        hint={batteryV === null ? 'empty for a tracking one' : null}
        onCommit={(value) => {
          setBattery(value);
          return null;
        }}
      />
      {progress === null ? (
        <Button onClick={start}>Work out a clear year</Button>
      ) : (
        <div className="flex items-center gap-2">
          <progress className="flex-1" max={1} value={progress} aria-label="How much of the year is done" />
          <Button onClick={() => run.current?.stop()}>Stop</Button>
        </div>
      )}
      {fault !== null && (
        <p role="alert" className="text-crayon">
          {fault}
        </p>
      )}
      {year !== null && (
        <div className={isStale ? 'opacity-60' : ''}>
          {isStale && <p className="text-sm text-kraft">Of the array as it was: work it out anew.</p>}
          <p className="my-2 border-l-4 border-solder pl-2">{toldText(year.says, telling)}</p>
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left text-kraft">
                <th scope="col" className="font-normal">
                  Wired
                </th>
                <th scope="col" className="text-right font-normal">
                  kWh
                </th>
                <th scope="col" className="text-right font-normal">
                  Worst hour loses
                </th>
              </tr>
            </thead>
            <tbody>
              {year.wirings.map(({ name, yearWh, worst }) => (
                <tr
                  key={name}
                  className={`border-t border-faint ${name === year.best ? 'font-semibold text-solder' : ''}`}
                >
                  <td className="py-1">{name}</td>
                  <td className="figure text-right">{energy(yearWh)}</td>
                  <td className="figure text-right">
                    {formatQuantity({ value: 100 * (worst?.lostRatio ?? 0), unit: 'percent' }, reader)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="h-44 w-full" role="img" aria-label="Energy by month">
            <ResponsiveContainer>
              <BarChart
                data={year.monthWh.map((wh, month) => ({
                  month: MONTH_NAMES[month]?.slice(0, 3),
                  kWh: wh / 1000,
                }))}
              >
                <CartesianGrid stroke="var(--color-faint)" vertical={false} />
                <XAxis dataKey="month" stroke="var(--color-pencil)" interval={1} />
                <YAxis
                  stroke="var(--color-pencil)"
                  width={44}
                  tickFormatter={(value: number) => value.toFixed(0)}
                />
                <Tooltip formatter={(value) => `${Number(value).toFixed(0)} kWh`} />
                <Bar dataKey="kWh" fill="var(--color-chalk)" isAnimationActive={false} />
              </BarChart>
            </ResponsiveContainer>
          </div>
          <p className="text-sm text-kraft">
            Under clear skies only (Meinel 1976, as in common textbooks), cells warmed from 20 °C air; to
            compare wirings, not to promise a harvest.
          </p>
        </div>
      )}
      <Section title="Tilt: what it would gain">
        <TiltTable plan={plan} reader={reader} />
      </Section>
    </>
  );
}

/** What tilting gains, month by month. */
function TiltTable({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const { prepared } = derivedOf(plan);
  const [field] = plan.moduleFields;
  const frame = field === undefined ? undefined : prepared.site.frames.get(field.face);
  const { place, conditions } = plan.site;
  if (place === null || frame === undefined) return null;
  const gain = tiltGain(place, conditions.elevationM, frame.toViewer);
  return (
    <>
      <p className="text-sm">
        Tilted towards noon at {formatQuantity({ value: gain.bestFixedDeg, unit: 'deg' }, reader)} for the
        year, or set anew each month, against lying along its face; a clear day of each month, kWh on each m².
        Tilted modules catch more wind and shade those behind them.
      </p>
      <div className="h-44 w-full" role="img" aria-label="Light by month, lying, tilted and adjusted">
        <ResponsiveContainer>
          <LineChart
            data={gain.months.map((month, at) => ({
              month: MONTH_NAMES[at]?.slice(0, 3),
              lying: month.asItLiesWhM2 / 1000,
              fixed: month.bestFixedWhM2 / 1000,
              adjusted: month.adjustedWhM2 / 1000,
            }))}
          >
            <CartesianGrid stroke="var(--color-faint)" />
            <XAxis dataKey="month" stroke="var(--color-pencil)" interval={1} />
            <YAxis stroke="var(--color-pencil)" width={36} />
            <Tooltip formatter={(value) => `${Number(value).toFixed(1)} kWh`} />
            <Legend />
            <Line
              dataKey="lying"
              name="As it lies"
              stroke="var(--color-pencil)"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="fixed"
              name="Fixed"
              stroke="var(--color-chalk)"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="adjusted"
              name="Set each month"
              stroke="var(--color-kraft)"
              strokeDasharray="4 3"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </>
  );
}
