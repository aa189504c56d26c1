import type { ReactNode } from 'react';
import type { ConditionKey, Conditions } from '@zarnel/core/plan';
import { type Reader, roundFor } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { Select } from '../../ui/Select.tsx';
import { TemperatureField } from '../../ui/TemperatureField.tsx';
import { LOCATION_WORDS, optionsOf, SUN_WORDS } from '../words.ts';

type Props = {
  /** Null for the site’s own. */
  readonly faceId: string | null;
  readonly values: Conditions;
  /** Where each comes from; the site’s own come from nowhere else. */
  readonly from: Readonly<Record<ConditionKey, 'face' | 'site'>> | null;
  readonly reader: Reader;
};

/** The conditions of the site or of one face. A face’s says where each comes from, and can take the site’s again. */
export function ConditionFields({ faceId, values, from, reader }: Props) {
  const set = (conditions: Partial<Conditions>) =>
    tryEdits([{ kind: 'set-conditions', face: faceId, conditions }]);
  const field = (key: ConditionKey, control: ReactNode) => (
    <Row key={key} faceId={faceId} condition={key} from={from?.[key] ?? null}>
      {control}
    </Row>
  );
  return (
    <>
      {field(
        'location',
        <Select
          label="Location"
          value={values.location}
          options={optionsOf(LOCATION_WORDS)}
          onChange={(location) => set({ location: location as Conditions['location'] })}
        />,
      )}
      {field(
        'meanMaxTempC',
        <TemperatureField
          label="Mean daily maximum, hottest month"
          valueC={values.meanMaxTempC}
          reader={reader}
          onCommit={(meanMaxTempC) => set({ meanMaxTempC })}
        />,
      )}
      {field(
        'designLowTempC',
        <TemperatureField
          label="Design low"
          valueC={values.designLowTempC}
          reader={reader}
          onCommit={(designLowTempC) => set({ designLowTempC })}
        />,
      )}
      {field(
        'designHighTempC',
        <TemperatureField
          label="Design high"
          valueC={values.designHighTempC}
          reader={reader}
          onCommit={(designHighTempC) => set({ designHighTempC })}
        />,
      )}
      {field(
        'sun',
        <Select
          label="Sun"
          value={values.sun}
          options={optionsOf(SUN_WORDS)}
          onChange={(sun) => set({ sun: sun as Conditions['sun'] })}
        />,
      )}
      {field(
        'snowLoadPa',
        <MeasureField
          label="Snow load"
          unit="Pa"
          value={values.snowLoadPa}
          reader={reader}
          onCommit={(snowLoadPa) => set({ snowLoadPa })}
        />,
      )}
      {field(
        'windSpeedMps',
        <MeasureField
          label="Wind speed"
          unit="mPerS"
          value={values.windSpeedMps}
          reader={reader}
          onCommit={(windSpeedMps) => set({ windSpeedMps })}
        />,
      )}
      {field(
        'elevationM',
        <MeasureField
          label="Height above the sea"
          unit="m"
          value={values.elevationM}
          reader={reader}
          onCommit={(elevationM) => set({ elevationM })}
        />,
      )}
      {field('air', <AirFields air={values.air} reader={reader} set={(air) => set({ air })} />)}
    </>
  );
}

function Row(props: {
  readonly faceId: string | null;
  readonly condition: ConditionKey;
  readonly from: 'face' | 'site' | null;
  readonly children: ReactNode;
}) {
  const { faceId, condition, from, children } = props;
  return (
    <div className={from === 'face' ? 'border-l-4 border-tape pl-2' : from === 'site' ? 'pl-3' : ''}>
      {children}
      {from === 'site' && <p className="-mt-2 mb-1 text-right text-xs text-kraft">from the site</p>}
      {from === 'face' && faceId !== null && (
        <p className="-mt-2 mb-1 text-right text-xs text-kraft">
          this face’s own ·{' '}
          <button
            type="button"
            className="underline"
            onClick={() => tryEdits([{ kind: 'inherit-condition', face: faceId, condition }])}
          >
            take the site’s
          </button>
        </p>
      )}
    </div>
  );
}

function firstClosed(reader: Reader): Conditions['air'] {
  const mm = (metric: number) => roundFor(reader, metric);
  return { kind: 'closed', widthMm: mm(1000), heightMm: mm(600), depthMm: mm(500), vents: [] };
}

function firstVent(reader: Reader) {
  return { diameterMm: roundFor(reader, 75), heightMm: roundFor(reader, 100) };
}

function AirFields(props: {
  readonly air: Conditions['air'];
  readonly reader: Reader;
  readonly set: (air: Conditions['air']) => string | null;
}) {
  const { air, reader, set } = props;
  return (
    <>
      <Select
        label="Air"
        value={air.kind}
        options={[
          { value: 'open', label: 'Open room' },
          { value: 'closed', label: 'Closed space' },
        ]}
        onChange={(kind) => set(kind === 'open' ? { kind: 'open' } : firstClosed(reader))}
      />
      {air.kind === 'closed' && (
        <>
          <LengthField
            label="Wide"
            valueMm={air.widthMm}
            reader={reader}
            onCommit={(widthMm) => set({ ...air, widthMm })}
          />
          <LengthField
            label="High"
            valueMm={air.heightMm}
            reader={reader}
            onCommit={(heightMm) => set({ ...air, heightMm })}
          />
          <LengthField
            label="Deep"
            valueMm={air.depthMm}
            reader={reader}
            onCommit={(depthMm) => set({ ...air, depthMm })}
          />
          {air.vents.map((vent, index) => {
            const put = (changed: Partial<typeof vent>) =>
              set({
                ...air,
                vents: air.vents.map((each, at) => (at === index ? { ...each, ...changed } : each)),
              });
            return (
              <fieldset key={index} className="mb-2 border border-faint p-2">
                <legend className="px-1 text-sm">Vent {index + 1}</legend>
                <LengthField
                  label="Diameter"
                  valueMm={vent.diameterMm}
                  reader={reader}
                  onCommit={(diameterMm) => put({ diameterMm })}
                />
                <LengthField
                  label="Above its floor"
                  valueMm={vent.heightMm}
                  reader={reader}
                  onCommit={(heightMm) => put({ heightMm })}
                />
                <Button
                  look="quiet"
                  onClick={() => set({ ...air, vents: air.vents.filter((_, at) => at !== index) })}
                >
                  Take out
                </Button>
              </fieldset>
            );
          })}
          <Button onClick={() => set({ ...air, vents: [...air.vents, firstVent(reader)] })}>
            Add a vent
          </Button>
        </>
      )}
    </>
  );
}
