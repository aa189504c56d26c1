import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { setsOf, type Circuit, type CircuitEnd } from '../plan/circuit.ts';
import type { Terminal } from '../plan/gear-type.ts';
import { gearName } from '../plan/names.ts';
import type { Quantity } from '../quantity/units.ts';
import { told, type Told } from '../quantity/told.ts';
import { INSULATION_KINDS } from '../reference/conductors.ts';
import { FERRULES, TERMINATION } from '../reference/protection.ts';
import type { SourceRef } from '../reference/source.ts';
import { sizedCircuit } from './circuit-sizing.ts';
import type { ConductorSize } from './code-tables.ts';
import { sizeWords } from './sizing-working.ts';

/** How the conductors of a circuit end at one of its terminals. */
export type Termination = {
  readonly circuit: string;
  readonly placement: string;
  readonly terminal: string;
  /** Ends to make there, each earth conductor counted. */
  readonly count: number;
  readonly size: ConductorSize | null;
  /** What each is ended with. */
  readonly how: Told;
  /** As its maker states; null where nobody entered it. */
  readonly torque: Quantity | null;
  readonly notes: readonly string[];
  readonly source: SourceRef;
};

const ALUMINIUM =
  'Aluminium: the terminal is marked for it, the strands are brushed and coated with its compound, and nothing but its maker’s torque.';
const NO_TORQUE = 'Its torque was not entered: take it from the gear, and enter it on its type.';
const TIGHTEN =
  'Tighten with a torque tool and mark it; a conductor that was moved since is tightened again.';

/** The ends of a circuit at gear, as its terminals hold them; null where there is no circuit of the id. */
export const terminationsOf = query(
  (prepared: Prepared, id: string): readonly Termination[] | null => {
    const sized = sizedCircuit(prepared, id);
    if (sized === null) return null;
    const { circuit, size } = sized;
    const { wire } = circuit;
    const count = setsOf(wire) * wire.count + (wire.hasEarth ? 1 : 0);
    return [circuit.from, circuit.to].flatMap((end): Termination[] => {
      const terminal = terminalAt(prepared, end);
      if (terminal === null || end.at !== 'gear') return [];
      const isPlug = terminal.takes === 'plug';
      return [
        {
          circuit: id,
          placement: end.placement,
          terminal: terminal.name,
          count,
          size,
          how: howItEnds(circuit, terminal, size, end),
          torque:
            isPlug || terminal.torqueNm === null ? null : { value: 1000 * terminal.torqueNm, unit: 'Nmm' },
          notes: [
            ...(wire.material === 'aluminium' ? [ALUMINIUM] : []),
            ...(isPlug || terminal.takes === 'spring'
              ? []
              : [terminal.torqueNm === null ? NO_TORQUE : TIGHTEN]),
          ],
          source: wire.material === 'aluminium' ? TERMINATION.aluminium : TERMINATION.torque,
        },
      ];
    });
  },
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

function terminalAt({ hung }: Prepared, end: CircuitEnd): Terminal | null {
  if (end.at !== 'gear' || end.terminal === null) return null;
  return hung.get(end.placement)?.type.terminals.find(({ id }) => id === end.terminal) ?? null;
}

/** Metric copper is fine-stranded (class 5 of IEC 60228): its ends want a sleeve; American building wire has seven strands or more and goes in as it is. */
function howItEnds(
  { wire }: Circuit,
  { takes }: Pick<Terminal, 'takes'>,
  size: ConductorSize | null,
  end: Extract<CircuitEnd, { at: 'gear' }>,
): Told {
  const words = size === null ? 'its size' : sizeWords(size);
  switch (takes) {
    case 'stud':
      return told('A crimped lug for {size}, with the hole of its stud, in its sleeve', { size: words });
    case 'plug':
      return told('A plug of the same make as its socket on {gear}, crimped with its maker’s tool', {
        gear: gearName(end.placement),
      });
    case 'clamp':
    case 'spring':
      return inClamp(wire, size, words);
    case null:
    case undefined:
      return told('As its maker says: how its terminal holds it was not entered');
  }
}

function inClamp(wire: Circuit['wire'], size: ConductorSize | null, words: string): Told {
  const isFine =
    wire.material === 'copper' &&
    (INSULATION_KINDS.rows[wire.insulation].sizes === 'mm2' || wire.insulation === 'pv-wire');
  if (!isFine) return told('Stripped to the terminal’s gauge, strands in their lay, nothing cut off');
  const colour = size?.by === 'mm2' ? FERRULES.rows[size.size] : undefined;
  return colour === undefined
    ? told('A crimped end sleeve for {size}', { size: words })
    : told('A crimped end sleeve for {size}: {colour} by the standard’s colours', {
        size: words,
        colour: told(colour),
      });
}
