import { findGearContradictions } from './contradictions.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import type { Quantity } from '../quantity/format.ts';
import { told, type Told } from '../quantity/told.ts';
import { pathText, type GearFault } from './fault.ts';
import type { GearType, Knockout } from './gear-type.ts';

/** Parts may differ from the whole by this much: the sum of rounded nameplate figures, kg. */
const MASS_ROUNDING_KG = 0.5;

/**
 * What a gear type's fields must be to each other, as it is made, changed or read from a file. An empty list means that
 * it can be built as it is written.
 */
export function findGearFaults(type: GearType): GearFault[] {
  const unbuildable = findUnbuildable(type);
  const isTold = ({ path }: GearFault) => unbuildable.some((each) => each.path === path);
  return [...unbuildable, ...findGearContradictions(type).filter((each) => !isTold(each))];
}

/** What no plan may hold, however old: its figures would have no meaning. */
export function findUnbuildable(type: GearType): GearFault[] {
  const faults: GearFault[] = [];
  const fault = addingTo(faults);

  if (type.dropMm > type.heightMm * 2 + TOUCH_MM) {
    fault(['dropMm'], 'The drop is more than twice the height: the hook line would hang far above the body.');
  }
  for (const list of ['knockouts', 'bracketHoles', 'parts', 'terminals', 'handles', 'rules'] as const) {
    const seen = new Set<string>();
    type[list].forEach(({ id }, index) => {
      if (seen.has(id)) fault([list, index, 'id'], `The name “${id}” is used twice.`);
      seen.add(id);
    });
  }
  type.knockouts.forEach((knockout, index) => {
    const edgeMm = edgeLengthMm(type, knockout);
    if (knockout.alongMm > edgeMm + TOUCH_MM) {
      fault(
        ['knockouts', index, 'alongMm'],
        told('The knockout “{name}” lies {at} along its edge, which is {long} long.', {
          name: knockout.id,
          at: mm(knockout.alongMm),
          long: mm(edgeMm),
        }),
      );
    }
    if (knockout.fromBackMm > type.depthMm + TOUCH_MM) {
      fault(
        ['knockouts', index, 'fromBackMm'],
        told('The knockout “{name}” lies {at} from the back of a body {deep} deep.', {
          name: knockout.id,
          at: mm(knockout.fromBackMm),
          deep: mm(type.depthMm),
        }),
      );
    }
  });
  type.terminals.forEach(({ name, minMm2, maxMm2 }, index) => {
    if (minMm2 !== null && maxMm2 !== null && minMm2 > maxMm2) {
      fault(
        ['terminals', index, 'minMm2'],
        `“${name}” would take nothing: its smallest conductor is above its largest.`,
      );
    }
  });
  (type.seamsMm ?? []).forEach((alongMm, index) => {
    if (alongMm > type.widthMm + TOUCH_MM) {
      const figures = { at: mm(alongMm), long: mm(type.widthMm) };
      fault(['seamsMm', index], told('The seam lies {at} along a body {long} long.', figures));
    }
  });
  (type.board?.railsUpMm ?? []).forEach((upMm, index) => {
    if (upMm > type.heightMm + TOUCH_MM) {
      const figures = { at: mm(upMm), high: mm(type.heightMm) };
      fault(['board', 'railsUpMm', index], told('The rail lies {at} up a board {high} high.', figures));
    }
  });
  const { flush } = type;
  if (flush !== null) {
    if (flush.panelMm.leastMm > flush.panelMm.mostMm) {
      fault(['flush', 'panelMm', 'leastMm'], 'The thinnest panel its clips hold is above the thickest.');
    }
    if (flush.cutWidthMm > type.widthMm + TOUCH_MM || flush.cutHeightMm > type.heightMm + TOUCH_MM) {
      fault(['flush', 'cutWidthMm'], 'The cut-out is larger than the front that must cover it.');
    }
    if (flush.cornerHoleMm > Math.min(flush.cutWidthMm, flush.cutHeightMm)) {
      fault(['flush', 'cornerHoleMm'], 'The corner holes are larger than the cut-out.');
    }
  }
  const { minVoltageV, maxVoltageV } = type.ratings;
  if (minVoltageV !== null && maxVoltageV !== null && minVoltageV > maxVoltageV) {
    fault(['ratings', 'minVoltageV'], 'The operating window starts above the highest voltage.');
  }
  if (type.heat.lossW > 0 && type.heat.sheds === 'none') {
    fault(
      ['heat', 'sheds'],
      told('It loses {loss}: name the side that sheds it.', { loss: { value: type.heat.lossW, unit: 'W' } }),
    );
  }
  const { solarModule: module } = type;
  if (module !== null && module.vmpV >= module.vocV) {
    fault(['solarModule', 'vmpV'], 'The operating voltage must be below the open-circuit voltage.');
  }
  if (module !== null && module.impA >= module.iscA) {
    fault(['solarModule', 'impA'], 'The operating current must be below the short-circuit current.');
  }
  faults.push(...findPartFaults(type));
  return faults;
}

function addingTo(faults: GearFault[]) {
  return (path: readonly PropertyKey[], message: Told | string) =>
    faults.push({ path: pathText(path), message: typeof message === 'string' ? told(message) : message });
}

function findPartFaults({ parts, kind, massKg, widthMm, heightMm }: GearType): GearFault[] {
  const faults: GearFault[] = [];
  const fault = addingTo(faults);
  if (kind === 'gang-inverter' && parts.length < 2) {
    fault(['parts'], 'A gang has at least two parts: its power modules and its control module.');
  }
  const sumKg = parts.reduce((sum, part) => sum + part.massKg, 0);
  if (parts.length > 0 && Math.abs(sumKg - massKg) > MASS_ROUNDING_KG) {
    fault(
      ['massKg'],
      told('The parts weigh {parts} together, the whole is given as {whole}.', {
        parts: { value: sumKg, unit: 'kg' },
        whole: { value: massKg, unit: 'kg' },
      }),
    );
  }
  const orders = parts.map(({ order }) => order).sort((a, b) => a - b);
  if (orders.some((order, index) => order !== index + 1)) {
    fault(['parts'], `The fastening order must count 1 to ${parts.length} with none left out or used twice.`);
  }
  parts.forEach((part, index) => {
    const { box } = part;
    if (box === null) return;
    if (box.xMm + box.widthMm > widthMm + TOUCH_MM || box.yMm + box.heightMm > heightMm + TOUCH_MM) {
      fault(['parts', index, 'box'], `“${part.name}” reaches past the body it is a part of.`);
    }
    const covers = parts
      .slice(0, index)
      .find(
        ({ box: other }) =>
          other !== null &&
          box.xMm < other.xMm + other.widthMm - TOUCH_MM &&
          other.xMm < box.xMm + box.widthMm - TOUCH_MM &&
          box.yMm < other.yMm + other.heightMm - TOUCH_MM &&
          other.yMm < box.yMm + box.heightMm - TOUCH_MM,
      );
    if (covers !== undefined) fault(['parts', index, 'box'], `“${part.name}” overlaps “${covers.name}”.`);
  });
  return faults;
}

export function edgeLengthMm(
  type: Pick<GearType, 'widthMm' | 'heightMm'>,
  { edge }: Pick<Knockout, 'edge'>,
): number {
  return edge === 'top' || edge === 'bottom' ? type.widthMm : type.heightMm;
}

function mm(value: number): Quantity {
  return { value, unit: 'mm' };
}
