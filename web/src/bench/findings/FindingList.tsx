import type { Finding, Plan, Reader, Ref } from '@zarnel/core';
import { FindingCard } from './FindingCard.tsx';

type Props = { readonly findings: readonly Finding[]; readonly plan: Plan; readonly reader: Reader };

/** Findings grouped by what they are about. */
export function FindingList({ findings, plan, reader }: Props) {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const [subject] = finding.subjects;
    const name = subject === undefined ? plan.name : nameOf(subject, plan);
    groups.set(name, [...(groups.get(name) ?? []), finding]);
  }
  return (
    <section aria-label="Findings">
      {[...groups].map(([name, group]) => (
        <div key={name}>
          <h3 className="mt-2 mb-1 font-semibold">{name}</h3>
          <ul>
            {group.map((finding) => (
              <FindingCard key={finding.id} finding={finding} reader={reader} />
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

function nameOf({ kind, id }: Ref, plan: Plan): string {
  switch (kind) {
    case 'face':
      return plan.faces.find((face) => face.id === id)?.name ?? id;
    case 'placement':
      return plan.placements.find((placement) => placement.id === id)?.name ?? id;
    case 'pass':
      return plan.passes.find((pass) => pass.id === id)?.name ?? id;
    case 'run':
      return plan.runs.find((run) => run.id === id)?.name ?? id;
    case 'joint': {
      const joint = plan.joints.find((each) => each.id === id);
      return plan.placements.find((placement) => placement.id === joint?.from.placement)?.name ?? id;
    }
  }
}
