import { useState } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import {
  alongWay,
  leastVoltageV,
  sizeWords,
  type CircuitLine,
  type ConductorSize,
  type SizeStep,
} from '@zarnel/core/figures';
import type { Circuit } from '@zarnel/core/plan';
import { formatQuantity, type Reader } from '@zarnel/core/words';
import { Button } from '../../ui/Button.tsx';
import { useTradeWords } from '../use-telling.ts';

type Props = {
  readonly line: CircuitLine;
  readonly steps: readonly SizeStep[];
  readonly circuit: Circuit;
  readonly reader: Reader;
  readonly onUse: (size: ConductorSize) => string | null;
};

/** The voltage along the way for a size that is slid along, and how warm its conductors run; each size beside the others. */
export function SizeChart({ line, steps, circuit, reader, onUse }: Props) {
  const say = useTradeWords();
  const own = steps.findIndex(({ size }) => line.size !== null && size.size === line.size.size);
  const [slid, setSlid] = useState<number | null>(null);
  const at = slid ?? Math.max(0, own);
  const step = steps[at];
  const points = step === undefined ? [] : alongWay(line, step);
  if (step?.dropV == null || line.voltageV === null || points.length === 0) {
    return <p>Its voltage or its way is not known: there is nothing to draw.</p>;
  }
  const { dropV, size, conductorC, capacityA, fails, metalKg, moreKg } = step;
  const metal = say(circuit.wire.material);
  const least = leastVoltageV(line);
  const shown = (value: number, unit: 'V' | 'A' | 'degC' | 'percent' | 'kg') =>
    formatQuantity({ value, unit }, reader);
  return (
    <>
      <div className="h-44 w-full" role="img" aria-label={`Voltage along the way of ${circuit.name}`}>
        <ResponsiveContainer>
          <LineChart data={points} margin={{ top: 8, right: 12, bottom: 4, left: 0 }}>
            <CartesianGrid stroke="var(--color-faint)" />
            <XAxis
              dataKey="alongMm"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={(mm: number) => formatQuantity({ value: mm / 1000, unit: 'm' }, reader)}
              stroke="var(--color-pencil)"
            />
            <YAxis
              yAxisId="volts"
              domain={[
                (low: number) => Math.floor(Math.min(low, least ?? low) - 0.5),
                (high: number) => Math.ceil(high),
              ]}
              tickFormatter={(volts: number) => volts.toFixed(1)}
              stroke="var(--color-pencil)"
              width={52}
            />
            <YAxis
              yAxisId="warm"
              orientation="right"
              domain={[(low: number) => Math.floor(low - 5), (high: number) => Math.ceil(high + 5)]}
              tickFormatter={(warmC: number) => formatQuantity({ value: warmC, unit: 'degC' }, reader)}
              stroke="var(--color-kraft)"
              width={64}
            />
            <Tooltip
              formatter={(value, name) => shown(Number(value), name === 'Voltage' ? 'V' : 'degC')}
              labelFormatter={() => ''}
            />
            {least !== null && (
              <ReferenceLine yAxisId="volts" y={least} stroke="var(--color-crayon)" strokeDasharray="6 4" />
            )}
            <Line
              yAxisId="volts"
              type="linear"
              dataKey="volts"
              name="Voltage"
              stroke="var(--color-chalk)"
              strokeWidth={2}
              isAnimationActive={false}
            />
            <Line
              yAxisId="warm"
              type="linear"
              dataKey="conductorC"
              name="Conductor"
              stroke="var(--color-kraft)"
              strokeDasharray="2 3"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <p className="text-sm">
        <span className="text-chalk">Voltage</span> (left),{' '}
        <span className="text-kraft">conductor’s temperature</span> (right, dotted); the dashed line is the
        least voltage.
      </p>
      <label className="mt-2 block">
        Size <span className="figure font-semibold text-chalk">{sizeWords(size)}</span>
        <input
          type="range"
          className="min-h-9 w-full"
          min={0}
          max={steps.length - 1}
          value={at}
          onChange={(event) => setSlid(Number(event.target.value))}
        />
      </label>
      <p className="mb-1">
        Loses <span className="figure">{shown(dropV, 'V')}</span>
        {step.dropPct !== null && (
          <>
            {' '}
            (<span className="figure">{shown(step.dropPct, 'percent')}</span>)
          </>
        )}
        , runs at <span className="figure">{shown(conductorC, 'degC')}</span>, may carry{' '}
        <span className="figure">{shown(capacityA, 'A')}</span>.{' '}
        {metalKg !== null && (
          <>
            <span className="figure">{shown(metalKg, 'kg')}</span> of {metal}
            {moreKg !== null && (
              <>
                , <span className="figure">{shown(moreKg, 'kg')}</span> more than the next smaller
              </>
            )}
            .{' '}
          </>
        )}
        {fails.length === 0 ? (
          <span className="text-solder">It serves.</span>
        ) : (
          <span className="text-crayon">It is too small.</span>
        )}
      </p>
      {slid !== null && slid !== own && (
        <Button
          onClick={() => {
            onUse(size);
            setSlid(null);
          }}
        >
          Use {sizeWords(size)}
        </Button>
      )}
    </>
  );
}
