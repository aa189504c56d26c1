import { practice, type ReferenceTable, type Trade } from './source.ts';

/** Room that is usual round gear whose maker’s sheet is not at hand; `over` is above and below, 0 where none is usual. */
export type UsualRoom = { readonly unit: 'in' | 'mm'; readonly beside: number; readonly over: number };

/** Between gear that no rule keeps apart: room for fingers and a screwdriver (practice); an inch, or 25 mm. */
export const FINGER_ROOM_MM = 25;

/** Kinds of gear that shed heat whether or not anybody said how much. */
export const WARM_KINDS: readonly string[] = ['inverter', 'gang-inverter', 'charge-controller'];

/** What electricians keep until they have the sheet: for gear that sheds heat, and for plain enclosures with covers. */
export const USUAL_ROOM: ReferenceTable<
  Readonly<Record<Trade, Readonly<Record<'warm' | 'plain', UsualRoom>>>>
> = {
  title: 'Room usual round gear until its maker’s sheet is at hand',
  basis: 'any',
  source: practice('Usual room round gear until its maker’s sheet is at hand'),
  confidence: { level: 'low', doubted: ['every row: the maker’s sheet decides'] },
  rows: {
    us: { warm: { unit: 'in', beside: 6, over: 12 }, plain: { unit: 'in', beside: 1, over: 0 } },
    iec: { warm: { unit: 'mm', beside: 150, over: 300 }, plain: { unit: 'mm', beside: 25, over: 0 } },
  },
};
