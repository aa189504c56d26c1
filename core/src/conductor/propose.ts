import type { BodyType } from '../model/model.ts';
import { prepare, type Hung, type Prepared } from '../check/prepared.ts';
import type { Circuit, CircuitEnd } from '../plan/circuit.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import { freshId } from '../plan/fresh-id.ts';
import { cutText } from '../plan/name-with.ts';
import { gearName, gearTypeName } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { MOST_NAME_CHARACTERS } from '../plan/values.ts';
import { inDialect } from '../quantity/dialect.ts';
import { countOf, told, type Told } from '../quantity/told.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { sub, type Vec3 } from '../geometry/vec3.ts';
import { isInverter } from './carried.ts';
import { routeOf } from '../route/route.ts';
import { stringVoltageV } from '../string/cold-voltage.ts';
import { hotterThan, INSULATION_KINDS } from '../reference/conductors.ts';
import { sizedCircuit } from './circuit-sizing.ts';
import { freeKnockouts } from './free-knockouts.ts';
import { laidFor } from './laid-for.ts';
import { AT_TERMINAL_MM, atGear, newCircuit, newRun } from './new-circuit.ts';

/** Circuits that a job lacks, as edits, with what was taken for granted for each. */
export type WiringProposal = {
  readonly edits: readonly PlanEdit[];
  readonly circuits: readonly {
    readonly id: string;
    readonly name: string;
    readonly assumed: readonly Told[];
  }[];
};

/** What the output of an inverter is led to, the nearest of these first. */
const TAKES_OUTPUT: ReadonlySet<string> = new Set(['load-centre', 'combiner', 'transfer-switch']);

/**
 * Proposes every circuit that the gear of a job wants and does not have: an array for each controller and inverter with a
 * window for one, a battery for each that lives on one, an output for each inverter, and earth. Ways are laid where a wireway
 * joins both ends, else where a run finds one. What is there stays.
 */
export function proposeWiring(plan: Plan): WiringProposal {
  const proposal = new Proposing(plan);
  const { prepared } = proposal;
  const gear = [...prepared.placements.ids].flatMap((id) => prepared.hung.get(id) ?? []);
  for (const item of gear) proposal.array(item);
  for (const item of gear) proposal.battery(item, gear);
  for (const item of gear) proposal.furtherBattery(item, gear);
  for (const item of gear) proposal.output(item, gear);
  proposal.earth(gear);
  return { edits: proposal.edits, circuits: proposal.circuits };
}

class Proposing {
  readonly edits: PlanEdit[] = [];
  readonly circuits: { id: string; name: string; assumed: Told[] }[] = [];
  readonly prepared: Prepared;
  private plan: Plan;

  constructor(plan: Plan) {
    this.plan = plan;
    this.prepared = prepare(plan);
  }

  array(item: Hung): void {
    const { ratings, kind } = item.type;
    const wantsArray =
      kind === 'charge-controller' || (isInverter(kind) && (ratings.minVoltageV ?? 0) > LEAST_STRING_V);
    const module = this.plan.gearTypes.find(({ solarModule }) => solarModule !== null);
    if (!wantsArray || module?.solarModule == null || this.has(item.id, 'array')) return;
    const { designLowTempC } = this.plan.site.conditions;
    const oneV = stringVoltageV(module.solarModule, 1, designLowTempC);
    const series = ratings.maxVoltageV === null ? 1 : Math.max(1, Math.floor(ratings.maxVoltageV / oneV));
    const assumed = [
      ratings.maxVoltageV === null
        ? told('{gear} states no highest voltage: one {module} in a string.', {
            gear: gearName(item.id),
            module: gearTypeName(module.id),
          })
        : told('{count} {module} in a string: the most that stay below {most} at {low}.', {
            count: countOf(series),
            module: gearTypeName(module.id),
            most: { value: ratings.maxVoltageV, unit: 'V' },
            low: { value: designLowTempC, unit: 'degC' },
          }),
      told('One string, with no fuse of its own: say how many there are.'),
    ];
    const end = { at: 'modules', type: module.id, series, parallel: 1 } as const;
    this.add('array', `Array to ${item.placement.name}`, end, terminalEnd(item, 'dc'), assumed, {
      protection: { by: 'none' },
    });
  }

  battery(item: Hung, gear: readonly Hung[]): void {
    if (!livesOnBattery(item) || this.has(item.id, 'battery')) return;
    const battery = this.nearest(
      item,
      gear.filter(({ type }) => type.kind === 'battery' && isHeldBy(item, type)),
    );
    if (battery !== null)
      this.lead(battery, item, told('{battery} is the nearest', { battery: gearName(battery.id) }));
  }

  /** One that nothing leads to yet goes beside others like it to the nearest gear that lives on them. */
  furtherBattery(item: Hung, gear: readonly Hung[]): void {
    if (item.type.kind !== 'battery' || this.has(item.id, 'battery')) return;
    const lives = this.nearest(
      item,
      gear.filter(
        (each) =>
          livesOnBattery(each) &&
          isHeldBy(each, item.type) &&
          this.batteriesAt(each.id).every((other) => isAlike(other, item.type)),
      ),
    );
    if (lives !== null)
      this.lead(
        item,
        lives,
        told(
          '{gear} is the nearest that lives on a battery, and other batteries lead there too: they must be alike',
          {
            gear: gearName(lives.id),
          },
        ),
      );
  }

  private lead(battery: Hung, to: Hung, why: Told): void {
    const clearsItself = battery.type.device?.clears === true;
    this.add(
      'battery',
      `${battery.placement.name} to ${to.placement.name}`,
      terminalEnd(battery, 'dc'),
      terminalEnd(to, 'dc'),
      [
        clearsItself
          ? told('{why}; what it has inside clears it.', { why })
          : told('{why}; a fuse of the circuit’s own stands at its post.', { why }),
      ],
      clearsItself ? {} : { device: { at: 'from', awayMm: AT_TERMINAL_MM } },
    );
  }

  output(item: Hung, gear: readonly Hung[]): void {
    if (!isInverter(item.type.kind) || this.has(item.id, 'ac-out')) return;
    const taker = this.nearest(
      item,
      gear.filter(({ type }) => TAKES_OUTPUT.has(type.kind)),
    );
    const isThreePhase = item.type.kind === 'gang-inverter';
    const wire = isThreePhase
      ? { count: 4, carrying: 3 }
      : { count: this.plan.codeBasis === 'us' ? 3 : 2, carrying: 2 };
    const name = `${item.placement.name} to ${taker?.placement.name ?? 'loads'}`;
    this.add(
      'ac-out',
      name,
      terminalEnd(item, 'ac'),
      taker === null ? { at: 'outside', what: 'loads' } : atGear(taker.id),
      [
        isThreePhase
          ? told('Three phases and a neutral.')
          : told('One phase, or two with a balanced neutral.'),
        taker === null
          ? told('Nothing that takes its output hangs anywhere: it leads to loads outside.')
          : told('{taker} is the nearest that takes its output.', { taker: gearName(taker.id) }),
      ],
      { wire },
    );
  }

  earth(gear: readonly Hung[]): void {
    const first =
      gear.find(({ type }) => TAKES_OUTPUT.has(type.kind)) ?? gear.find(({ type }) => isInverter(type.kind));
    if (first === undefined || this.plan.circuits.some(({ carries }) => carries === 'bond')) return;
    this.add(
      'bond',
      inDialect(`${first.placement.name} to earth`, this.plan.codeBasis),
      atGear(first.id),
      { at: 'outside', what: 'earth' },
      [
        told('One earth for the job, from {gear}; the local code says which and how thick.', {
          gear: gearName(first.id),
        }),
      ],
    );
  }

  /** One that a wireway leads to before all others, then on its own face, then by how far apart they hang in the site. */
  private nearest(item: Hung, others: readonly Hung[]): Hung | null {
    const from = placeOf(this.prepared, item);
    const ranked = others.map((other) => ({
      other,
      isApart: this.wirewayBetween(atGear(item.id), atGear(other.id)) === null,
      isElsewhere: other.face.id !== item.face.id,
      farMm: Math.hypot(...sub(placeOf(this.prepared, other), from)),
    }));
    ranked.sort(
      (a, b) =>
        Number(a.isApart) - Number(b.isApart) ||
        Number(a.isElsewhere) - Number(b.isElsewhere) ||
        a.farMm - b.farMm ||
        (a.other.id < b.other.id ? -1 : 1),
    );
    return ranked[0]?.other ?? null;
  }

  /** Types of the batteries that lead to a piece already. */
  private batteriesAt(gear: string): readonly BodyType[] {
    return this.plan.circuits.flatMap(({ carries, from, to }) => {
      const ends = [from, to].flatMap((end) => (end.at === 'gear' ? [end.placement] : []));
      if (carries !== 'battery' || !ends.includes(gear)) return [];
      return ends.flatMap((end) => {
        const type = this.prepared.hung.get(end)?.type;
        return type?.kind === 'battery' ? [type] : [];
      });
    });
  }

  private has(gear: string, carries: Circuit['carries']): boolean {
    return this.plan.circuits.some(
      (circuit) =>
        circuit.carries === carries &&
        [circuit.from, circuit.to].some((end) => end.at === 'gear' && end.placement === gear),
    );
  }

  private add(
    carries: Circuit['carries'],
    name: string,
    from: CircuitEnd,
    to: CircuitEnd,
    assumed: readonly Told[],
    more: Omit<Parameters<typeof newCircuit>[1], 'id' | 'name' | 'carries' | 'from' | 'to'> | object = {},
  ): void {
    const id = freshId(this.plan, 'circuit');
    const circuit = newCircuit(this.plan.codeBasis, {
      id,
      name: cutText(name, MOST_NAME_CHARACTERS),
      carries,
      from,
      to,
      ...more,
    });
    const stretch = this.wirewayBetween(from, to);
    const laid = stretch === null ? circuit : { ...circuit, stretches: [stretch] };
    if (!this.make({ kind: 'set-circuit', circuit: laid })) return;
    const run = stretch === null ? this.runBetween(laid, name) : null;
    const isLaid = stretch !== null || (run !== null && this.make(run));
    const way = isLaid
      ? this.heldAs(id)
      : [told('No way is drawn for it yet: draw one, or type its length.')];
    this.circuits.push({ id, name: circuit.name, assumed: [...assumed, ...way, ...this.withstanding(id)] });
  }

  /** What its run is laid as, where it has one. */
  private heldAs(circuit: string): Told[] {
    const run = this.plan.runs.find(({ circuits }) => circuits.includes(circuit));
    return run?.laid.as === 'conduit'
      ? [told('In conduit all its way, as its wires have no sheath or its place asks for metal.')]
      : [];
  }

  /** Insulation that stands more heat, where no size of the usual serves: a warm closed space, say. */
  private withstanding(id: string): Told[] {
    const prepared = prepare(this.plan);
    const sized = sizedCircuit(prepared, id);
    if (sized?.sizing == null || sized.sizing.chosen !== null) return [];
    const { circuit } = sized;
    for (const insulation of hotterThan(circuit.wire.insulation)) {
      const edit: PlanEdit = {
        kind: 'set-circuit',
        circuit: { ...circuit, wire: { ...circuit.wire, insulation } },
      };
      const tried = applyEdits(this.plan, [edit]);
      if (!tried.ok || sizedCircuit(prepare(tried.value.plan), id)?.sizing?.chosen == null) continue;
      this.make(edit);
      return [
        told('{insulation}: where it lies no size of the usual insulation serves.', {
          insulation: INSULATION_KINDS.rows[insulation].words,
        }),
      ];
    }
    return [];
  }

  /** Makes an edit of the plan as it then is; false where it may not be made. */
  private make(edit: PlanEdit): boolean {
    const applied = applyEdits(this.plan, [edit]);
    if (!applied.ok) return false;
    this.plan = applied.value.plan;
    this.edits.push(edit);
    return true;
  }

  /** By nipples of both ends into one wireway. */
  private wirewayBetween(from: CircuitEnd, to: CircuitEnd): Circuit['stretches'][number] | null {
    if (from.at !== 'gear' || to.at !== 'gear') return null;
    const at = (placement: string) =>
      this.plan.nipples.filter((nipple) => nipple.from.placement === placement);
    for (const a of at(from.placement)) {
      const b = at(to.placement).find(({ wireway }) => wireway === a.wireway);
      if (b !== undefined) return { from: a.id, to: b.id };
    }
    return null;
  }

  /** Between knockouts that nothing uses, where a way is found. */
  private runBetween(circuit: Circuit, name: string): PlanEdit | null {
    const { from, to } = circuit;
    if (from.at !== 'gear' || to.at !== 'gear') return null;
    const [a, b] = [this.freePort(from.placement), this.freePort(to.placement)];
    if (a === null || b === null) return null;
    const id = freshId(this.plan, 'run');
    const run = {
      id,
      name: cutText(name, MOST_NAME_CHARACTERS),
      from: a,
      to: b,
      ...newRun(this.plan.codeBasis),
      circuits: [circuit.id],
      laid: laidFor(this.plan, circuit),
    };
    const edit: PlanEdit = { kind: 'add-run', run };
    const tried = applyEdits(this.plan, [edit]);
    if (!tried.ok) return null;
    return routeOf(prepare(tried.value.plan), id)?.kind === 'routed' ? edit : null;
  }

  private freePort(placement: string) {
    const [free] = freeKnockouts(this.prepared, this.plan, placement);
    return free === undefined ? null : { placement, knockout: free.id };
  }
}

/** From here on the lower end of a window is that of a string of modules, and below of a battery. */
const LEAST_STRING_V = 100;

function livesOnBattery({ type: { kind, ratings } }: Hung): boolean {
  return (
    kind === 'charge-controller' || (isInverter(kind) && (ratings.minVoltageV ?? Infinity) <= LEAST_STRING_V)
  );
}

/** Whether the window of what lives on a battery takes this one: all of it below its highest, and its middle above its start. */
function isHeldBy({ type: { kind, ratings } }: Hung, battery: BodyType): boolean {
  const { minVoltageV, maxVoltageV } = battery.ratings;
  // The window of a controller is that of its array.
  if (kind === 'charge-controller' || maxVoltageV === null) return true;
  const middleV = (maxVoltageV + (minVoltageV ?? maxVoltageV)) / 2;
  return maxVoltageV <= (ratings.maxVoltageV ?? Infinity) && middleV >= (ratings.minVoltageV ?? 0);
}

/** Whether batteries may stand side by side on one circuit: as many cells of one kind. */
function isAlike(a: BodyType, b: BodyType): boolean {
  if (a.battery === null || b.battery === null) return a.id === b.id;
  return a.battery.chemistry === b.battery.chemistry && a.battery.cells === b.battery.cells;
}

/** The terminal of a piece that is called so, else the only one it has. */
function terminalEnd({ id, type }: Hung, called: string): CircuitEnd {
  const named = type.terminals.find((terminal) => terminal.id.startsWith(called));
  const only = type.terminals.length === 1 ? type.terminals[0] : undefined;
  return atGear(id, (named ?? only)?.id ?? null);
}

/** Where a piece hangs in the site; its face’s own place where that stands nowhere. */
function placeOf({ site }: Prepared, { face, placement }: Hung): Vec3 {
  const at = [placement.xMm, placement.yMm] as const;
  const frame = site.frames.get(face.id);
  return frame === undefined ? [...at, 0] : siteFromFace(frame, at);
}
