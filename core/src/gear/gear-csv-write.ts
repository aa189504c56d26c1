import type { GearType } from '../plan/gear-type.ts';
import type { SourceRef } from '../reference/source.ts';
import { csvText } from '../csv-rows.ts';

import { ENTRY, FIELD, GEAR_CSV_COLUMNS, LENGTHS, RATINGS, SOLAR, SOLAR_MORE } from './gear-csv-columns.ts';

/** Gear types as CSV (RFC 4180), lengths in mm to the last digit, readable again by `readGearCsv`. */
export function writeGearCsv(gear: readonly GearType[]): string {
  const rows = gear.map((type): Record<string, string> => {
    const lengths = Object.entries(LENGTHS).map(([column, field]) => [column, mm(type[field])] as const);
    const ratings = Object.entries(RATINGS).map(
      ([column, field]) => [column, blank(type.ratings[field])] as const,
    );
    const solar = Object.entries(SOLAR).map(
      ([column, field]) => [column, blank(type.solarModule?.[field] ?? null)] as const,
    );
    const solarMore = Object.entries(SOLAR_MORE).map(
      ([column, field]) => [column, blank(type.solarModule?.[field] ?? null)] as const,
    );
    return {
      id: type.id,
      name: type.name,
      kind: type.kind,
      ...Object.fromEntries([...lengths, ...ratings, ...solar, ...solarMore]),
      lead: type.solarModule?.leadMm === undefined ? '' : mm(type.solarModule.leadMm),
      connector: type.solarModule?.connector ?? '',
      array_a: blank(type.ratings.arrayA ?? null),
      efficiency_pct: blank(type.ratings.efficiencyPct ?? null),
      mass_kg: String(type.massKg),
      location: type.location,
      enclosure: type.enclosure,
      orientations: type.orientations.join(FIELD),
      heat_w: String(type.heat.lossW),
      heat_side: type.heat.sheds,
      parts: join(type.parts, ({ id, name, massKg, order, torqueNm, box }) => [
        id,
        name,
        String(massKg),
        String(order),
        blank(torqueNm),
        ...(box === null ? [] : [mm(box.xMm), mm(box.yMm), mm(box.widthMm), mm(box.heightMm)]),
      ]),
      knockouts: join(type.knockouts, ({ id, edge, alongMm, fromBackMm, tradeSize }) => [
        id,
        edge,
        mm(alongMm),
        mm(fromBackMm),
        tradeSize,
      ]),
      bracket_holes: join(type.bracketHoles, ({ id, xMm, yMm, pilotMm, torqueNm }) => [
        id,
        mm(xMm),
        mm(yMm),
        mm(pilotMm),
        blank(torqueNm),
      ]),
      terminals: join(type.terminals, ({ id, name, minMm2, maxMm2, torqueNm, ratedC, takes }) => [
        id,
        name,
        blank(minMm2),
        blank(maxMm2),
        blank(torqueNm),
        ...(ratedC === undefined && takes == null ? [] : [blank(ratedC ?? null)]),
        ...(takes == null ? [] : [takes]),
      ]),
      max_ambient_c: blank(type.maxAmbientC),
      cover: join(type.cover === null ? [] : [type.cover], ({ hinge, leafMm }) => [hinge, mm(leafMm)]),
      handles: join(type.handles, ({ id, name, upMm }) => [id, name, mm(upMm)]),
      battery: join(type.battery === null ? [] : [type.battery], ({ chemistry, cells, capacityAh }) => [
        chemistry,
        String(cells),
        String(capacityAh),
      ]),
      device: join(type.device == null ? [] : [type.device], ({ clears, opens, dcV, isOneWay }) => [
        clears ? 'clears' : '',
        opens,
        blank(dcV),
        isOneWay ? 'one-way' : '',
      ]),
      board: join(type.board === null ? [] : [type.board], (board) => [
        board.material,
        board.fireClass,
        board.holding,
        mm(board.cornerRadiusMm),
        board.hasTrim ? 'trim' : '',
        board.cables,
        ...board.railsUpMm.map(mm),
      ]),
      board_rail: type.board?.rail ?? '',
      board_pull_n: blank(type.board?.approvedPullN ?? null),
      board_shear_n: blank(type.board?.approvedShearN ?? null),
      seams: join(type.seamsMm ?? [], (alongMm) => [mm(alongMm)]),
      flush: join(
        type.flush === null ? [] : [type.flush],
        ({ cutWidthMm, cutHeightMm, cornerHoleMm, behindMm, wiresMm, panelMm }) =>
          [cutWidthMm, cutHeightMm, cornerHoleMm, behindMm, wiresMm, panelMm.leastMm, panelMm.mostMm].map(mm),
      ),
      rules: join(type.rules, ({ id, side, counterpart, distance, when, source }) => [
        id,
        side,
        counterpart,
        `${distance.value} ${distance.unit}`,
        when.side ?? '',
        thresholdText(when.meanMaxAtLeast),
        ...sourceFields(source),
      ]),
    };
  });
  return csvText(
    GEAR_CSV_COLUMNS,
    rows.map((row) => GEAR_CSV_COLUMNS.map((column) => row[column] ?? '')),
  );
}

type Threshold = GearType['rules'][number]['when']['meanMaxAtLeast'];

function thresholdText(threshold: Threshold): string {
  return threshold === undefined ? '' : `${threshold.value} ${threshold.unit === 'degC' ? 'C' : 'F'}`;
}

function sourceFields(source: SourceRef): string[] {
  if (source.kind !== 'published') return [source.kind, source.title];
  return [source.kind, source.title, source.clause, source.edition, source.fromMemory ? '' : 'checked'];
}

function join<Item>(items: readonly Item[], fields: (item: Item) => readonly string[]): string {
  // The two marks that part entries and fields cannot stand in a name.
  return items
    .map((item) =>
      fields(item)
        .map((field) => field.replaceAll(ENTRY, ',').replaceAll(FIELD, '/'))
        .join(FIELD),
    )
    .join(`${ENTRY} `);
}

function mm(lengthMm: number): string {
  return `${lengthMm} mm`;
}

function blank(value: number | null): string {
  return value === null ? '' : String(value);
}
