import { RAIL_KINDS, RAILS, type RailKind } from '@zarnel/core/figures';
import type { GearType } from '@zarnel/core/plan';
import { FIRE_CLASS_WORDS, HOLDING_WORDS, optionsOf } from '../bench/words.ts';
import { Section } from '../ui/Section.tsx';
import { Select } from '../ui/Select.tsx';
import { Toggle } from '../ui/Toggle.tsx';
import { ListEditor } from './ListEditor.tsx';
import type { GearFieldsProps } from './gear-fields.ts';
import { LiveLength, LiveNumber, LiveText } from './LiveField.tsx';

/** Of the fixing used in it, each; without them the load is asked for. */
const APPROVED = [
  ['approvedPullN', 'Approved pull of its fixing'],
  ['approvedShearN', 'Approved load along it'],
] as const;

const FIRST_BOARD = {
  material: 'Cement board, 12 mm',
  fireClass: 'non-combustible',
  holding: 'through-bolt',
  cornerRadiusMm: 0,
  hasTrim: false,
  cables: 'on-face',
  railsUpMm: [],
} as const satisfies GearType['board'];

/** What a backer board is made of, how things hold in it, and the rails behind it. */
export function BoardFields({ type, at, set, reader }: GearFieldsProps) {
  const { board } = type;
  const put = (changed: Partial<NonNullable<GearType['board']>>) =>
    board !== null && set({ board: { ...board, ...changed } });
  return (
    <Section title="Board">
      <Toggle
        label="What it is made of is known"
        isOn={board !== null}
        onChange={(isOn) => set({ board: isOn ? { ...FIRST_BOARD, railsUpMm: [] } : null })}
      />
      {board !== null && (
        <>
          <LiveText
            label="Made of"
            value={board.material}
            onChange={(material) => put({ material })}
            fault={at('board.material')}
          />
          <Select
            label="Fire"
            value={board.fireClass}
            options={optionsOf(FIRE_CLASS_WORDS)}
            onChange={(fireClass) => put({ fireClass: fireClass as typeof board.fireClass })}
          />
          <Select
            label="Fixing"
            value={board.holding}
            options={optionsOf(HOLDING_WORDS)}
            onChange={(holding) => put({ holding: holding as typeof board.holding })}
          />
          {board.holding !== 'wood-screw' &&
            APPROVED.map(([key, label]) => (
              <LiveNumber
                key={key}
                label={label}
                value={board[key] ?? null}
                unit="N"
                onChange={(value) => put({ [key]: value })}
                fault={at(`board.${key}`)}
              />
            ))}
          <LiveLength
            label="Radius of its corners"
            valueMm={board.cornerRadiusMm}
            reader={reader}
            onChange={(cornerRadiusMm) => put({ cornerRadiusMm })}
            fault={at('board.cornerRadiusMm')}
          />
          <Toggle label="Its edge is trimmed" isOn={board.hasTrim} onChange={(hasTrim) => put({ hasTrim })} />
          <Select
            label="Its cables run"
            value={board.cables}
            options={[
              { value: 'behind', label: 'Behind it' },
              { value: 'on-face', label: 'On its face' },
            ]}
            onChange={(cables) => put({ cables: cables as typeof board.cables })}
          />
          {board.railsUpMm.length > 0 && (
            <Select
              label="Rails"
              value={board.rail ?? RAIL_KINDS[0]}
              options={RAIL_KINDS.map((kind) => ({ value: kind, label: RAILS.rows[kind].name }))}
              onChange={(rail) => put({ rail: rail as RailKind })}
            />
          )}
          <ListEditor
            items={board.railsUpMm.map((upMm, index) => ({ id: `rail ${index + 1}`, upMm }))}
            noun="rail"
            onChange={(rails) => put({ railsUpMm: rails.map(({ upMm }) => upMm) })}
            create={() => ({ id: 'rail', upMm: type.heightMm / 2 })}
            row={(rail, change, index) => (
              <LiveLength
                label="Rail above the bottom"
                valueMm={rail.upMm}
                reader={reader}
                onChange={(upMm) => change({ upMm })}
                fault={at(`board.railsUpMm[${index}]`)}
                isNarrow
              />
            )}
          />
        </>
      )}
    </Section>
  );
}
