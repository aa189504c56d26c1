/** A plain figure with its unit; nothing where it is not known. */
export function numberText(value: number | null, unit: string): string {
  if (value === null) return '';
  const digits = String(Math.round(value * 1000) / 1000).replace('-', '−');
  return unit === '' ? digits : unit === '°' ? `${digits}°` : `${digits} ${unit}`;
}

/** Reads a figure, with or without its unit. Nothing typed is no figure. */
export function parseNumberText(
  text: string,
  unit: string,
): { readonly ok: true; readonly value: number | null } | { readonly ok: false; readonly fault: string } {
  const plain = text.trim().replace('−', '-');
  if (plain === '') return { ok: true, value: null };
  if (/\d,\d/u.test(plain)) return { ok: false, fault: 'Write decimals with a point: 12.5, not 12,5.' };
  const match = /^(-?\d+(?:\.\d+)?)\s*(.*)$/u.exec(plain);
  if (match === null) return { ok: false, fault: `“${text}” is not a number; write decimals with a point.` };
  const typed = match[2] ?? '';
  if (typed !== '' && typed.toLowerCase() !== unit.toLowerCase()) {
    return {
      ok: false,
      fault: `“${typed}” is not understood here; the unit is ${unit === '' ? 'none' : unit}.`,
    };
  }
  return { ok: true, value: Number(match[1]) };
}
