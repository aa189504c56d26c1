import { heaviestLiftKg, sizeText } from '@zarnel/core/figures';
import type { GearType } from '@zarnel/core/plan';
import { formatExactLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { GEAR_KIND_WORDS, HEAT_WORDS } from '../bench/words.ts';
import { useGearDetailQuery } from '../state/gear-api.ts';
import { Button } from '../ui/Button.tsx';
import { ruleText } from './rule-text.ts';

type Props = { readonly ids: readonly string[]; readonly reader: Reader; readonly onClear: () => void };

type Line = { readonly name: string; readonly text: (type: GearType, reader: Reader) => string };

const known = (value: number | null, unit: string) => (value === null ? '—' : `${value} ${unit}`);

const LINES: readonly Line[] = [
  { name: 'Kind', text: ({ kind }) => GEAR_KIND_WORDS[kind] },
  { name: 'Width', text: ({ widthMm }, reader) => formatExactLength(widthMm, reader) },
  { name: 'Height', text: ({ heightMm }, reader) => formatExactLength(heightMm, reader) },
  { name: 'Depth', text: ({ depthMm }, reader) => formatExactLength(depthMm, reader) },
  { name: 'Hook line to bottom', text: ({ dropMm }, reader) => formatExactLength(dropMm, reader) },
  { name: 'Mass', text: ({ massKg }, reader) => formatQuantity({ value: massKg, unit: 'kg' }, reader) },
  {
    name: 'Heaviest lift',
    text: (type, reader) => formatQuantity({ value: heaviestLiftKg(type), unit: 'kg' }, reader),
  },
  {
    name: 'Enclosure',
    text: ({ enclosure, location }) =>
      `${enclosure || '—'}, ${location === 'indoor' ? 'indoors' : 'outdoors'}`,
  },
  { name: 'Heat', text: ({ heat }) => `${heat.lossW} W, ${HEAT_WORDS[heat.sheds].toLowerCase()}` },
  { name: 'Highest voltage', text: ({ ratings }) => known(ratings.maxVoltageV, 'V') },
  { name: 'Current', text: ({ ratings }) => known(ratings.maxCurrentA, 'A') },
  { name: 'Power', text: ({ ratings }) => known(ratings.powerW, 'W') },
  {
    name: 'Knockouts',
    text: ({ knockouts }) =>
      knockouts.map(({ edge, tradeSize }) => `${edge} ${sizeText(tradeSize)}`).join(', ') || '—',
  },
  { name: 'Rules', text: ({ rules }) => rules.map(ruleText).join('; ') || '—' },
];

/** Types side by side, line by line. */
export function CompareTable({ ids, reader, onClear }: Props) {
  return (
    <section aria-label="Compared" className="mt-6 border-t-2 border-pencil pt-3">
      <div className="mb-2 flex items-center gap-3">
        <h2 className="text-lg font-semibold">Compared</h2>
        <Button look="quiet" onClick={onClear}>
          Clear
        </Button>
      </div>
      <div className="flex gap-4 overflow-x-auto">
        {ids.map((id) => (
          <Column key={id} id={id} reader={reader} />
        ))}
      </div>
    </section>
  );
}

function Column({ id, reader }: { readonly id: string; readonly reader: Reader }) {
  const { data } = useGearDetailQuery(id);
  if (data === undefined) return <p>Reading …</p>;
  const { type } = data;
  return (
    <div className="min-w-56 flex-1">
      <h3 className="border-b border-pencil pb-1 font-semibold">{type.name}</h3>
      <dl>
        {LINES.map(({ name, text }) => (
          <div key={name} className="border-b border-faint py-1">
            <dt className="text-sm text-kraft">{name}</dt>
            <dd>{text(type, reader)}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
