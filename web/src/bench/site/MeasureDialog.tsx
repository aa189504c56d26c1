import { useState } from 'react';
import type { NewReading, Reading } from '@zarnel/contract';
import { readingFault, surveyEdit, type Site, type SurveyLine } from '@zarnel/core/figures';
import { faceName, toldText, type Reader } from '@zarnel/core/words';
import { newId } from '../../browser/facilities.ts';
import { useTelling } from '../use-telling.ts';
import { refusalText, tryEdits } from '../../state/job-session.ts';
import { outbox } from '../../state/outbox-browser.ts';
import { useStrikeReadingMutation } from '../../state/reading-api.ts';
import { useAppSelector } from '../../state/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readLength } from '../../ui/length-text.ts';
import { parseNumberText } from '../../ui/number-text.ts';
import { markedText } from './marked-text.ts';
import { useInstrument } from './use-instrument.ts';

type Props = {
  readonly jobId: string;
  readonly line: SurveyLine;
  /** All readings of this item, struck ones too, newest first. */
  readonly readings: readonly Reading[];
  readonly site: Site;
  readonly reader: Reader;
  readonly onClose: () => void;
};

const INSTRUMENT_WORDS: Readonly<Record<Reading['instrument'], string>> = {
  laser: 'simulated laser meter',
  level: 'simulated level',
  typed: 'typed',
};

const STRIKE_REASONS = ['Odd one out', 'Measured the wrong thing', 'Typed wrong'];

/** One thing measured: what the instrument shows, what was taken, and the mean put into the plan. */
export function MeasureDialog({ jobId, line, readings, site, reader, onClose }: Props) {
  const { item, summary, difference } = line;
  const person = useAppSelector((state) => state.view.person);
  const shown = useInstrument(jobId, item, readings.length);
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [putMean, setPutMean] = useState<number | null>(null);
  const [striking, setStriking] = useState<string | null>(null);
  const [strike] = useStrikeReadingMutation();
  const text = (value: number) => markedText(value, item.unit, reader);

  const telling = useTelling(reader);
  const take = async (value: number, instrument: NewReading['instrument']) => {
    const wrong = readingFault(item, value);
    if (wrong !== null) {
      setFault(wrong);
      return;
    }
    if (person === '') {
      setFault('Say first who takes readings, in “Taken by” on the bench.');
      return;
    }
    setFault(null);
    const takenAt = new Date().toISOString();
    const reading = {
      id: newId(),
      item: item.key,
      value,
      unit: item.unit,
      instrument,
      takenAt,
      takenBy: person,
      note: '',
    };
    await outbox.take(jobId, reading);
  };
  const strikeOrSay = async (id: string, reason: string | null) => {
    const answer = await strike({ jobId, id, reason });
    setFault(
      'error' in answer ? 'The server did not hear it: the reading counts as before. Try again.' : null,
    );
  };
  const takeTyped = () => {
    const value = parseTyped(typed, item.unit, reader);
    if (!value.ok) {
      setFault(value.fault);
      return;
    }
    setTyped('');
    void take(value.value, 'typed');
  };
  const unstruck = readings.filter(({ struck }) => struck === null);
  const oddIds = new Set(summary?.oddOnes.map((index) => unstruck[index]?.id));
  const isSimulated = unstruck.some(({ id, instrument }) => instrument !== 'typed' && !oddIds.has(id));
  // It says so of this mean, and of no other that follows.
  const hasMean = summary !== null && putMean === summary.mean;
  const putIn = (of: NonNullable<typeof summary>) => {
    const edit = surveyEdit(site, item.key, of);
    const refused = edit.ok
      ? tryEdits([edit.value, { kind: 'mark-simulated', face: item.face, item: item.key, isSimulated }])
      : refusalText(edit.fault);
    setFault(refused);
    setPutMean(refused === null ? of.mean : null);
  };

  return (
    <Modal
      title={`${telling.nameOf(faceName(item.face))}: ${toldText(item.what, telling)}`}
      isOpen
      onClose={onClose}
    >
      <p className="mb-2 text-kraft">
        {item.planned === null ? (
          'The plan has no figure for it yet.'
        ) : (
          <>
            Drawn as <span className="figure">{text(item.planned)}</span>.
          </>
        )}
      </p>
      <div className="mb-3 border border-faint bg-bench p-3 text-center" aria-live="off">
        <p className="text-sm text-kraft">
          {item.instrument === 'laser' ? 'Laser meter (simulated)' : 'Digital level (simulated)'}
        </p>
        <p className="figure min-h-12 text-4xl font-semibold text-chalk" data-testid="instrument">
          {shown.kind === 'line' ? text(shown.line.value) : '—'}
        </p>
        {shown.kind === 'line' && shown.line.quality === 'weak' && (
          <p className="text-crayon">Weak: hold still and wait for the next.</p>
        )}
        {shown.kind === 'fault' && <p className="text-sm text-crayon">{shown.message}</p>}
        <Button
          look="strong"
          className="mt-2 min-h-14 w-full text-center! text-lg"
          disabled={shown.kind !== 'line' || shown.line.quality === 'weak'}
          onClick={() => shown.kind === 'line' && void take(shown.line.value, item.instrument)}
        >
          Take this reading
        </Button>
      </div>
      <form
        className="mb-3 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          takeTyped();
        }}
      >
        <label className="flex-1">
          Or type it
          <input
            className="figure mt-1 block min-h-11 w-full border border-faint bg-paper px-2"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            autoComplete="off"
          />
        </label>
        <Button type="submit" className="min-h-11">
          Take it
        </Button>
      </form>
      <Fault className="mb-2">{fault}</Fault>
      {summary !== null && (
        <div className="mb-3 border-l-4 border-chalk pl-3">
          <p>
            Mean of <span className="figure">{summary.count}</span>
            {summary.oddOnes.length > 0 && (
              <span className="text-crayon"> ({summary.oddOnes.length} odd left out)</span>
            )}
            : <span className="figure text-lg font-semibold text-chalk">{text(summary.mean)}</span>
            {summary.standardDeviation !== null && (
              <span className="text-sm text-kraft">
                , spread ±{' '}
                <span className="figure">{spreadText(summary.standardDeviation, item.unit, reader)}</span>,
                mean ±{' '}
                <span className="figure">{spreadText(summary.standardError ?? 0, item.unit, reader)}</span>
              </span>
            )}
          </p>
          {difference !== null && line.state === 'differs' && (
            <p className="text-crayon">
              <span className="figure">{spreadText(Math.abs(difference), item.unit, reader)}</span>{' '}
              {difference > 0 ? 'more' : 'less'} than drawn
            </p>
          )}
          <Button className="mt-1" onClick={() => putIn(summary)}>
            Put the mean into the plan
          </Button>
          {isSimulated && (
            <p className="text-crayon">
              Simulated: no real wall was measured. It stays marked in the plan and on paper until a tape’s
              figure is typed.
            </p>
          )}
          {hasMean && <p className="text-solder">The plan has this mean now.</p>}
        </div>
      )}
      <ul aria-label="Readings">
        {readings.map((reading) => (
          <li key={reading.id} className="border-b border-faint py-1">
            <div className="flex items-center gap-2">
              <span className={`figure flex-1 ${reading.struck === null ? '' : 'text-kraft line-through'}`}>
                {text(reading.value)}
                {oddIds.has(reading.id) && <span className="ml-2 text-crayon">odd one out, not counted</span>}
              </span>
              <span className="text-sm text-kraft">
                {reading.takenBy}, {INSTRUMENT_WORDS[reading.instrument]},{' '}
                {new Date(reading.takenAt).toLocaleString()}
              </span>
              {reading.struck === null ? (
                <Button look="quiet" onClick={() => setStriking(striking === reading.id ? null : reading.id)}>
                  Strike
                </Button>
              ) : (
                <Button look="quiet" onClick={() => void strikeOrSay(reading.id, null)}>
                  Count it
                </Button>
              )}
            </div>
            {reading.struck !== null && <p className="text-sm text-kraft">Struck: {reading.struck}</p>}
            {striking === reading.id && (
              <div className="flex flex-wrap gap-1 py-1">
                {STRIKE_REASONS.map((reason) => (
                  <Button
                    key={reason}
                    onClick={() => {
                      setStriking(null);
                      void strikeOrSay(reading.id, reason);
                    }}
                  >
                    {reason}
                  </Button>
                ))}
              </div>
            )}
          </li>
        ))}
      </ul>
    </Modal>
  );
}

/** Spreads are finer than a mark on a wall. */
function spreadText(value: number, unit: 'mm' | 'deg', reader: Reader): string {
  const fine: Reader = { ...reader, inchDenominator: 64, metricStepMm: 0.1 };
  return markedText(value, unit, fine);
}

function parseTyped(text: string, unit: 'mm' | 'deg', reader: Reader) {
  if (unit === 'mm') return readLength(text, reader);
  const parsed = parseNumberText(text, '°');
  if (!parsed.ok) return parsed;
  if (parsed.value === null) return { ok: false as const, fault: 'Type an angle, such as 0.4°.' };
  return { ok: true as const, value: parsed.value };
}
