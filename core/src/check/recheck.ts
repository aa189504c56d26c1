import { isItemCheck, SEVERITIES, type Check, type Finding } from './finding.ts';
import type { Prepared } from './prepared.ts';

/** The findings of a plan, with what is kept to find them again after an edit. */
export type Checked = {
  readonly prepared: Prepared;
  readonly findings: readonly Finding[];
  /** By check, then by piece: only pieces with findings. */
  readonly byItem: ReadonlyMap<string, ReadonlyMap<string, readonly Finding[]>>;
};

/**
 * Runs every check. Of checks that look at one piece at a time, only the pieces in `affected` are looked at again, and
 * those on their faces that had findings, whose fixes may lead further; the others keep what `before` found. The answer
 * is the same as of a full check. Gravest first, then by id, so that it repeats exactly.
 */
export function runChecksAfter(
  prepared: Prepared,
  checks: readonly Check[],
  before: Checked | null,
  affected: ReadonlySet<string> | null,
): Checked {
  const byItem = new Map<string, ReadonlyMap<string, readonly Finding[]>>();
  const all: Finding[] = [];
  const faces = new Set<string>();
  for (const id of affected ?? []) {
    for (const each of [prepared, before?.prepared]) {
      const face = each?.hung.get(id)?.face.id;
      if (face !== undefined) faces.add(face);
    }
  }
  for (const check of checks) {
    if (!isItemCheck(check)) {
      all.push(...check.check(prepared));
      continue;
    }
    const known = affected === null ? undefined : before?.byItem.get(check.meta.id);
    const found = new Map<string, readonly Finding[]>();
    for (const item of prepared.hung.values()) {
      const kept = known?.get(item.id);
      const isKept =
        known !== undefined && !affected?.has(item.id) && (kept === undefined || !faces.has(item.face.id));
      const findings = isKept ? (kept ?? []) : check.checkItem(prepared, item);
      if (findings.length > 0) found.set(item.id, findings);
    }
    byItem.set(check.meta.id, found);
    all.push(...check.merge([...found.values()].flat()));
  }
  return { prepared, findings: sorted(all), byItem };
}

function sorted(findings: readonly Finding[]): Finding[] {
  return [...findings].sort(
    (a, b) =>
      SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
      (a.id < b.id ? -1 : Number(a.id > b.id)),
  );
}
