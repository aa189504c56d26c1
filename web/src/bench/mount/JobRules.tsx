import { useState } from 'react';
import { freshIdIn, type ClearanceRule, type Plan } from '@zarnel/core/plan';
import { ListEditor } from '../../gear/ListEditor.tsx';
import { RuleRow } from '../../gear/RuleRow.tsx';
import { tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Section } from '../../ui/Section.tsx';

/** Local amendments and one’s own habits, as rules for all gear of the job. */
export function JobRules({ plan }: { readonly plan: Plan }) {
  const [draft, setDraft] = useState<ClearanceRule[] | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const rules = draft ?? plan.rules;
  return (
    <Section title="Rules of this job" summary={String(plan.rules.length)}>
      <p className="mb-2 text-sm text-kraft">
        Local amendments and your own. They stand beside the code basis and the makers’ rules; the largest
        that applies governs.
      </p>
      <ListEditor
        items={rules}
        noun="rule"
        onChange={setDraft}
        create={(): ClearanceRule => ({
          id: freshIdIn(rules, 'own'),
          side: 'beside',
          counterpart: 'any-gear',
          distance: plan.codeBasis === 'us' ? { value: 6, unit: 'in' } : { value: 150, unit: 'mm' },
          when: {},
          source: { kind: 'yours', title: 'Local amendment' },
        })}
        row={(rule, put, index) => <RuleRow rule={rule} put={put} index={index} at={() => undefined} />}
      />
      {draft !== null && (
        <div className="mt-2 flex gap-2">
          <Button
            look="strong"
            onClick={() => {
              const refused = tryEdits([{ kind: 'set-rules', rules: draft }]);
              setFault(refused);
              if (refused === null) setDraft(null);
            }}
          >
            Keep these rules
          </Button>
          <Button
            onClick={() => {
              setDraft(null);
              setFault(null);
            }}
          >
            Leave them as they were
          </Button>
        </div>
      )}
      <Fault className="mt-1 text-sm">{fault}</Fault>
    </Section>
  );
}
