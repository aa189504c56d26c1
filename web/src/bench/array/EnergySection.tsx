import {
  Area,
  AreaChart,
  Bar,
  BarChart,
  CartesianGrid,
  Legend,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import {
  batteryWeek,
  energyBalance,
  energySays,
  MONTH_NAMES,
  USABLE,
  WEEK_DAYS,
  dailyUseWorking,
} from '@zarnel/core/figures';
import {
  FIRST_ENERGY,
  freshIdIn,
  SECOND_SOURCES,
  type Energy,
  type EnergyLoad,
  type Plan,
} from '@zarnel/core/plan';
import { formatQuantity, toldText, type QuantityUnit, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { FigureRow as Row } from '../../ui/FigureRow.tsx';
import { Button } from '../../ui/Button.tsx';
import { CountField } from '../../ui/CountField.tsx';
import { NameField } from '../../ui/NameField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { RequiredNumberField } from '../../ui/RequiredNumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { useTelling } from '../use-telling.ts';
import { yearOf } from './kept-year.ts';

const SECOND_WORDS = { shore: 'Shore supply', alternator: 'Alternator', generator: 'Generator' } as const;
const FIRST_SUN_HOURS = [1.5, 2.3, 3.4, 4.5, 5.2, 5.6, 5.6, 5, 4, 2.8, 1.8, 1.3];

/** Loads, battery, harvest: whether these loads live on this roof. */
export function EnergySection({ plan, reader }: { readonly plan: Plan; readonly reader: Reader }) {
  const telling = useTelling(reader);
  const { energy } = plan;
  const { prepared } = derivedOf(plan);
  if (energy === null) {
    return (
      <>
        <p className="mb-2">
          Name what runs, with its hours: then the roof and the battery can be held against it.
        </p>
        <Button onClick={() => void makeEdits([{ kind: 'set-energy', energy: FIRST_ENERGY }])}>
          Begin a list of loads
        </Button>
      </>
    );
  }
  const set = (more: Partial<Energy>) => tryEdits([{ kind: 'set-energy', energy: { ...energy, ...more } }]);
  const figure = (value: number, unit: QuantityUnit) => formatQuantity({ value, unit }, reader);
  const year = yearOf(plan);
  const balance = energyBalance(prepared, energy, year?.monthWh ?? null);
  const { battery } = balance;
  const setLoad = (load: EnergyLoad, more: Partial<EnergyLoad>) =>
    set({ loads: energy.loads.map((each) => (each.id === load.id ? { ...load, ...more } : each)) });
  const worst =
    balance.months === null || balance.worstMonth === null ? undefined : balance.months[balance.worstMonth];
  return (
    <>
      <p className="mb-2 border-l-4 border-solder pl-2">{toldText(energySays(balance), telling)}</p>
      {energy.harvest.by === 'clear-sky' && balance.months === null && (
        <p className="mb-2 text-sm text-kraft">Work out a clear year above, or type hours of sun.</p>
      )}
      <dl>
        <Row name="Used in a day" value={figure(balance.use.totalWh, 'Wh')} isStrong />
        <Row name="Of that lost in the inverter" value={figure(balance.use.inverterWh, 'Wh')} />
        {balance.daysWithoutSun !== null && (
          <Row name="The battery alone lasts" value={`${balance.daysWithoutSun.toFixed(1)} days`} />
        )}
        {balance.neededBatteryWh !== null && (
          <Row
            name={`Battery for ${energy.daysWithoutSun} days without sun`}
            value={figure(balance.neededBatteryWh, 'Wh')}
          />
        )}
        {balance.neededW !== null && (
          <Row name="Modules these loads need" value={figure(balance.neededW, 'W')} />
        )}
        {balance.months !== null && (
          <Row
            name="Full again after them, leanest month"
            value={balance.rechargeDays === null ? 'never' : `${balance.rechargeDays.toFixed(1)} days`}
          />
        )}
      </dl>
      <WorkingButton working={dailyUseWorking(energy)} reader={reader} />
      {balance.months !== null && (
        <div className="h-44 w-full" role="img" aria-label="Harvest and use by month">
          <ResponsiveContainer>
            <BarChart
              data={balance.months.map(({ harvestWh, secondWh }, month) => ({
                month: MONTH_NAMES[month]?.slice(0, 3),
                roof: harvestWh / 1000,
                second: secondWh / 1000,
              }))}
            >
              <CartesianGrid stroke="var(--color-faint)" vertical={false} />
              <XAxis dataKey="month" stroke="var(--color-pencil)" interval={1} />
              <YAxis stroke="var(--color-pencil)" width={40} />
              <Tooltip formatter={(value) => `${Number(value).toFixed(1)} kWh a day`} />
              <Legend />
              <Bar
                dataKey="roof"
                name="Roof"
                stackId="a"
                fill="var(--color-chalk)"
                isAnimationActive={false}
              />
              <Bar
                dataKey="second"
                name="Second source"
                stackId="a"
                fill="var(--color-kraft)"
                isAnimationActive={false}
              />
              <ReferenceLine
                y={balance.use.totalWh / 1000}
                stroke="var(--color-crayon)"
                strokeDasharray="6 4"
              />
            </BarChart>
          </ResponsiveContainer>
        </div>
      )}
      {battery !== null && worst !== undefined && (
        <BatteryWeek states={batteryWeek(battery, worst, energy.daysWithoutSun)} />
      )}
      <h3 className="mt-3 font-semibold">Loads</h3>
      {energy.loads.map((load) => (
        <details key={load.id} className="border-t border-faint">
          <summary className="flex min-h-9 cursor-pointer justify-between gap-2">
            <span>{load.name}</span>
            <span className="figure text-sm text-kraft">
              {load.count} × {figure(load.powerW, 'W')} · {load.hoursPerDay} h
            </span>
          </summary>
          <NameField label="Name" value={load.name} onCommit={(name) => setLoad(load, { name })} />
          <RequiredNumberField
            label="Power"
            unit="W"
            value={load.powerW}
            onCommit={(powerW) => setLoad(load, { powerW })}
          />
          <CountField
            label="How many"
            value={load.count}
            most={1000}
            onCommit={(count) => setLoad(load, { count })}
          />
          <RequiredNumberField
            label="Hours a day"
            unit="h"
            value={load.hoursPerDay}
            onCommit={(hoursPerDay) => setLoad(load, { hoursPerDay })}
          />
          <RequiredNumberField
            label="Of those, it draws"
            unit="%"
            value={load.dutyPct}
            onCommit={(dutyPct) => setLoad(load, { dutyPct })}
          />
          <Toggle
            label="Through the inverter"
            isOn={load.isAc}
            onChange={(isAc) => void setLoad(load, { isAc })}
          />
          <Button
            look="quiet"
            className="text-crayon"
            onClick={() => void set({ loads: energy.loads.filter(({ id }) => id !== load.id) })}
          >
            Take out {load.name}
          </Button>
        </details>
      ))}
      <Button
        onClick={() => {
          const id = freshIdIn(energy.loads, 'load');
          void set({
            loads: [
              ...energy.loads,
              {
                id,
                name: `Load ${energy.loads.length + 1}`,
                powerW: 20,
                count: 1,
                hoursPerDay: 4,
                dutyPct: 100,
                isAc: false,
              },
            ],
          });
        }}
      >
        Add a load
      </Button>
      <h3 className="mt-3 font-semibold">Inverter, battery, harvest</h3>
      <RequiredNumberField
        label="The inverter passes on"
        unit="%"
        value={energy.inverterPct}
        onCommit={(inverterPct) => set({ inverterPct })}
      />
      <RequiredNumberField
        label="It takes all day"
        unit="W"
        value={energy.inverterIdleW}
        onCommit={(inverterIdleW) => set({ inverterIdleW })}
      />
      <NumberField
        label="Battery holds"
        unit="Wh"
        value={energy.batteryWh}
        hint={
          energy.batteryWh === null && battery !== null
            ? `as the plan’s batteries: ${figure(battery.capacityWh, 'Wh')}`
            : null
        }
        onCommit={(batteryWh) => set({ batteryWh })}
      />
      <NumberField
        label="Of that usable"
        unit="%"
        value={energy.usablePct}
        hint={
          battery === null
            ? null
            : `we suggest ${USABLE[battery.chemistry ?? 'vented-lead-acid'].suggestedPct} %. ${USABLE[battery.chemistry ?? 'vented-lead-acid'].others}`
        }
        onCommit={(usablePct) => set({ usablePct })}
      />
      <RequiredNumberField
        label="Days without sun"
        unit=""
        value={energy.daysWithoutSun}
        onCommit={(daysWithoutSun) => set({ daysWithoutSun })}
      />
      <RequiredNumberField
        label="Of the harvest gets through"
        unit="%"
        value={energy.passedOnPct}
        hint="dirt, wires, controller, battery"
        onCommit={(passedOnPct) => set({ passedOnPct })}
      />
      <Select
        label="Sun by"
        value={energy.harvest.by}
        options={[
          { value: 'clear-sky', label: 'The clear year, less clouds' },
          { value: 'sun-hours', label: 'Hours of full sun, typed' },
        ]}
        onChange={(value) =>
          set({
            harvest:
              value === 'sun-hours' ? { by: 'sun-hours', hours: FIRST_SUN_HOURS } : FIRST_ENERGY.harvest,
          })
        }
      />
      <Months energy={energy} set={set} />
      <Second energy={energy} set={set} />
    </>
  );
}

function BatteryWeek({ states }: { readonly states: readonly number[] }) {
  return (
    <>
      <div
        className="h-32 w-full"
        role="img"
        aria-label="What the battery holds over a week of the leanest month"
      >
        <ResponsiveContainer>
          <AreaChart data={states.map((state, hour) => ({ day: hour / 24, held: 100 * state }))}>
            <CartesianGrid stroke="var(--color-faint)" />
            <XAxis
              dataKey="day"
              type="number"
              domain={[0, WEEK_DAYS]}
              tickCount={WEEK_DAYS + 1}
              stroke="var(--color-pencil)"
            />
            <YAxis
              domain={[0, 100]}
              stroke="var(--color-pencil)"
              width={40}
              tickFormatter={(value: number) => `${value} %`}
            />
            <Tooltip
              formatter={(value) => `${Number(value).toFixed(0)} %`}
              labelFormatter={(day) => `Day ${Number(day).toFixed(1)}`}
            />
            <Area
              dataKey="held"
              name="Held"
              stroke="var(--color-solder)"
              fill="var(--color-solder)"
              fillOpacity={0.2}
              isAnimationActive={false}
            />
          </AreaChart>
        </ResponsiveContainer>
      </div>
      <p className="text-sm text-kraft">
        What of its usable share it holds, over a week of the leanest month with the days without sun in it.
      </p>
    </>
  );
}

type SetEnergy = (more: Partial<Energy>) => string | null;

function Months({ energy, set }: { readonly energy: Energy; readonly set: SetEnergy }) {
  const { harvest } = energy;
  const values = harvest.by === 'sun-hours' ? harvest.hours : harvest.clearnessPct;
  const put = (month: number, value: number) => {
    const next = values.map((each, at) => (at === month ? value : each));
    return set({
      harvest:
        harvest.by === 'sun-hours'
          ? { by: 'sun-hours', hours: next }
          : { by: 'clear-sky', clearnessPct: next },
    });
  };
  return (
    <details className="mb-2">
      <summary className="min-h-9 cursor-pointer">
        {harvest.by === 'sun-hours' ? 'Hours by month' : 'Of a clear month comes through'}
      </summary>
      {values.map((value, month) => (
        <RequiredNumberField
          key={MONTH_NAMES[month]}
          label={MONTH_NAMES[month] ?? ''}
          unit={harvest.by === 'sun-hours' ? 'h' : '%'}
          value={value}
          onCommit={(typed) => put(month, typed)}
        />
      ))}
    </details>
  );
}

function Second({ energy, set }: { readonly energy: Energy; readonly set: SetEnergy }) {
  const { second } = energy;
  return (
    <>
      <Select
        label="Second source"
        value={second?.kind ?? 'none'}
        options={[
          { value: 'none', label: 'None' },
          ...SECOND_SOURCES.map((value) => ({ value, label: SECOND_WORDS[value] })),
        ]}
        onChange={(value) => {
          const kind = SECOND_SOURCES.find((each) => each === value);
          set({
            second:
              kind === undefined
                ? null
                : { powerW: second?.powerW ?? 300, hoursPerDay: second?.hoursPerDay ?? 1, kind },
          });
        }}
      />
      {second !== null && (
        <>
          <RequiredNumberField
            label="It gives"
            unit="W"
            value={second.powerW}
            onCommit={(powerW) => set({ second: { ...second, powerW } })}
          />
          <RequiredNumberField
            label="Hours a day"
            unit="h"
            value={second.hoursPerDay}
            onCommit={(hoursPerDay) => set({ second: { ...second, hoursPerDay } })}
          />
        </>
      )}
    </>
  );
}
