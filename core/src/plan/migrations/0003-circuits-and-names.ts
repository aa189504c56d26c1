// Frozen: raises raw version 3 to version 4 and imports none of today's types.
type Raw = Record<string, unknown>;

/**
 * Version 4 says what each circuit carries, whatever lies where; runs say which circuits they carry. Conductors counted in a
 * wireway become a circuit that lies in it, and the cable of a run a circuit that the run carries; what they carry nobody had
 * said. Nipples and joins are called so; a hole counts its glands.
 */
export function circuitsAndNames(raw: Readonly<Raw>): Raw {
  const { joints, links, ...more } = raw;
  const nipples = listOf(joints);
  const unitOf = new Map(nipples.map((nipple) => [nipple.id, record(nipple.from).placement]));
  const taken = new Set(Object.values(raw).flatMap((list) => listOf(list).map(({ id }) => id)));
  const inWireways = listOf(raw.circuits).map((circuit) => wirewayCircuit(circuit, unitOf));
  const runs = listOf(raw.runs).map((run) => ({ run, circuit: cableCircuit(run, taken) }));
  return {
    ...more,
    nipples: joints,
    joins: links,
    circuits: Array.isArray(raw.circuits)
      ? [...inWireways, ...runs.map(({ circuit }) => circuit)]
      : raw.circuits,
    passes: each(raw.passes, (pass) => ({ ...pass, glandCount: 1 })),
    runs: Array.isArray(raw.runs) ? runs.map(({ run, circuit }) => raisedRun(run, circuit)) : raw.runs,
  };
}

const UNSAID = {
  carries: 'unsaid',
  currentA: null,
  voltageV: null,
  isContinuous: true,
  protection: { by: 'program' },
  mostDropPct: null,
  lengthMm: null,
};

function gearEnd(placement: unknown): Raw {
  return { at: 'gear', placement, terminal: null };
}

function wirewayCircuit(old: Raw, unitOf: ReadonlyMap<unknown, unknown>): Raw {
  const { id, name, from, to, wire, count, currentCarryingCount } = old;
  const { kind, size, diameterMm } = record(wire);
  return {
    id,
    name,
    ...UNSAID,
    from: gearEnd(unitOf.get(from)),
    to: gearEnd(unitOf.get(to)),
    wire: {
      made: { as: 'singles' },
      count,
      carrying: currentCarryingCount,
      hasEarth: false,
      material: 'copper',
      insulation: 'thhn',
      size: kind === 'measured' ? { by: 'measured', diameterMm } : { by: 'awg', size },
    },
    stretches: [{ from, to }],
  };
}

/** Two conductors are what a cable has at least; how thick they are nobody had said. */
function cableCircuit(run: Raw, taken: Set<unknown>): Raw {
  const { name, from, to, cableDiameterMm } = run;
  return {
    id: freeId(String(run.id), taken),
    name,
    ...UNSAID,
    from: gearEnd(record(from).placement),
    to: gearEnd(record(to).placement),
    wire: {
      made: { as: 'cable', diameterMm: cableDiameterMm },
      count: 2,
      carrying: 2,
      hasEarth: false,
      material: 'copper',
      insulation: 'pv-cable',
      size: { by: 'program' },
    },
    stretches: [],
  };
}

function raisedRun(old: Raw, circuit: Raw): Raw {
  const run: Raw = { ...old, circuits: [circuit.id], laid: { as: 'clipped' }, raisedMm: 0 };
  delete run.cableDiameterMm;
  return run;
}

const MOST_ID = 40;

function freeId(run: string, taken: Set<unknown>): string {
  for (let number = 1; ; number++) {
    const end = number === 1 ? '-cable' : `-cable-${number}`;
    const id = run.slice(0, MOST_ID - end.length) + end;
    if (taken.has(id)) continue;
    taken.add(id);
    return id;
  }
}

function each(list: unknown, up: (item: Raw) => Raw): unknown {
  return Array.isArray(list) ? list.map((item) => up(record(item))) : list;
}

function listOf(list: unknown): Raw[] {
  return Array.isArray(list) ? list.map(record) : [];
}

function record(value: unknown): Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {};
}
