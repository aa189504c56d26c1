import { fail, ok, type Result } from '../result.ts';

/** What an instrument sends for one reading: one line of text. */
export type InstrumentLine = {
  readonly sequence: number;
  readonly kind: 'distance' | 'tilt';
  readonly value: number;
  /** mm for a distance, degrees for a tilt. */
  readonly unit: 'mm' | 'deg';
  /** weak: too little light came back, or the body was not still. */
  readonly quality: 'ok' | 'weak';
};

const PROTOCOL = 'ZI1';
const PLACES = { mm: 1, deg: 2 } as const;
const UNIT_OF_KIND = { distance: 'mm', tilt: 'deg' } as const;

/** `ZI1 42 distance 3657.4 mm ok*6B`: protocol, count, kind, value, unit, quality, and a checksum of what stands before *. */
export function writeInstrumentLine({ sequence, kind, value, unit, quality }: InstrumentLine): string {
  const text = `${PROTOCOL} ${sequence} ${kind} ${value.toFixed(PLACES[unit])} ${unit} ${quality}`;
  return `${text}*${checksum(text)}`;
}

/** Reads a line, or says what is wrong with it. A line whose checksum is off is never taken. */
export function readInstrumentLine(line: string): Result<InstrumentLine, string> {
  const match =
    /^(?<text>(?<protocol>\S+) (?<sequence>\d+) (?<kind>distance|tilt) (?<value>-?\d+(?:\.\d+)?) (?<unit>mm|deg) (?<quality>ok|weak))\*(?<sum>[0-9A-F]{2})$/u.exec(
      line.trim(),
    );
  const parts = match?.groups;
  if (parts === undefined) return fail(`The instrument sent “${line.slice(0, 80)}”, which is not a reading.`);
  const { text = '', protocol, sequence, kind, value, unit, quality, sum } = parts;
  if (protocol !== PROTOCOL)
    return fail(`The instrument speaks ${protocol ?? ''}; this Zarnel understands ${PROTOCOL}.`);
  if (sum !== checksum(text))
    return fail('The line was damaged on the way: its checksum is off. Take it again.');
  if (UNIT_OF_KIND[kind as InstrumentLine['kind']] !== unit)
    return fail(`A ${kind ?? ''} does not come in ${unit ?? ''}.`);
  return ok({
    sequence: Number(sequence),
    kind: kind as InstrumentLine['kind'],
    value: Number(value),
    unit,
    quality: quality as InstrumentLine['quality'],
  });
}

/** Exclusive or of all characters’ codes, two hexadecimal digits: as simple serial instruments do. */
function checksum(text: string): string {
  let sum = 0;
  for (let index = 0; index < text.length; index++) sum ^= text.charCodeAt(index);
  return (sum & 0xff).toString(16).toUpperCase().padStart(2, '0');
}
