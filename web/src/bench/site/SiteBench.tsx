import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { sizeOfBox } from '@zarnel/core/figures';
import type { Plan, Travel } from '@zarnel/core/plan';
import { formatLength, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { SITE_TABS, viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { CODE_BASIS_WORDS, FACE_KIND_WORDS, optionsOf, TRAVEL_WORDS, SETTING_WORDS } from '../words.ts';
import { AddFaceDialog } from './AddFaceDialog.tsx';
import { ConditionFields } from './ConditionFields.tsx';
import { MaterialsTab } from './MaterialsTab.tsx';
import { SurveyTab } from './SurveyTab.tsx';

type Props = { readonly plan: Plan; readonly reader: Reader };

const TABS = [
  { value: 'faces', label: 'Faces' },
  { value: 'conditions', label: 'Conditions' },
  { value: 'materials', label: 'Materials' },
  { value: 'survey', label: 'Survey' },
] as const;

/** The site: its faces, what they are made of, what they have to live with, and what is still to be measured. */
export function SiteBench({ plan, reader }: Props) {
  const { prepared } = derivedOf(plan);
  const dispatch = useAppDispatch();
  const siteTab = useAppSelector((state) => state.view.siteTab);
  const take = (value: string) => {
    const tab = SITE_TABS.find((each) => each === value);
    if (tab !== undefined) dispatch(viewSlice.actions.siteTabTaken({ tab, material: null }));
  };
  return (
    <Tabs.Root value={siteTab} onValueChange={take}>
      <Tabs.List aria-label="Site" className="mb-3 flex border-b border-pencil">
        {TABS.map(({ value, label }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="min-h-10 flex-1 border-b-4 border-transparent px-1 text-center data-[state=active]:border-kraft data-[state=active]:font-semibold"
          >
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <h2 className="sr-only">{TABS.find(({ value }) => value === siteTab)?.label}</h2>
      <Tabs.Content value="faces">
        <FaceList plan={plan} reader={reader} />
      </Tabs.Content>
      <Tabs.Content value="conditions">
        <SiteConditions plan={plan} reader={reader} />
      </Tabs.Content>
      <Tabs.Content value="materials">
        <MaterialsTab plan={plan} reader={reader} />
      </Tabs.Content>
      <Tabs.Content value="survey">
        <SurveyTab plan={plan} prepared={prepared} reader={reader} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function FaceList({ plan, reader }: Props) {
  const dispatch = useAppDispatch();
  const faceInHand = useAppSelector((state) => state.view.faceInHand) ?? plan.rootFace;
  const [isAdding, setAdding] = useState(false);
  const { site } = derivedOf(plan).prepared;
  return (
    <section aria-label="Faces">
      <ul className="mb-3">
        {[...site.faces.values()].map((face) => {
          const { widthMm, heightMm } = sizeOfBox(face.bounds);
          return (
            <li key={face.id}>
              <button
                type="button"
                className={`min-h-11 w-full border-b border-faint px-2 py-1 text-left hover:bg-tape/40 ${face.id === faceInHand ? 'bg-tape/50' : ''}`}
                onClick={() => {
                  dispatch(viewSlice.actions.faceTaken(face.id));
                  dispatch(viewSlice.actions.selected({ kind: 'face', id: face.id }));
                }}
              >
                <span className="font-semibold">{face.name}</span>
                <br />
                <span className="text-sm text-kraft">
                  {FACE_KIND_WORDS[face.face.kind]}, {face.face.side},{' '}
                  <span className="figure">
                    {formatLength(widthMm, reader)} × {formatLength(heightMm, reader)}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <Button onClick={() => setAdding(true)}>Add a face</Button>
      <AddFaceDialog plan={plan} reader={reader} isOpen={isAdding} onClose={() => setAdding(false)} />
    </section>
  );
}

function SiteConditions({ plan, reader }: Props) {
  const { site, codeBasis } = plan;
  const set = (changed: Partial<Pick<Plan, 'codeBasis'> & Plan['site']>) =>
    makeEdits([
      {
        kind: 'set-site',
        setting: changed.setting ?? site.setting,
        codeBasis: changed.codeBasis ?? codeBasis,
        travel: changed.travel === undefined ? site.travel : changed.travel,
      },
    ]);
  return (
    <section aria-label="Conditions">
      <Select
        label="Setting"
        value={site.setting}
        options={optionsOf(SETTING_WORDS)}
        onChange={(setting) =>
          setting === 'building'
            ? set({ setting, travel: null })
            : set({ setting: 'mobile', travel: site.travel ?? 'left' })
        }
      />
      <Select
        label="Code basis"
        value={codeBasis}
        options={optionsOf(CODE_BASIS_WORDS)}
        onChange={(basis) => set({ codeBasis: basis as Plan['codeBasis'] })}
      />
      {site.setting === 'mobile' && (
        <Select
          label="It travels"
          value={site.travel ?? 'left'}
          options={optionsOf(TRAVEL_WORDS)}
          onChange={(travel) => set({ travel: travel as Travel })}
        />
      )}
      <ConditionFields faceId={null} values={site.conditions} from={null} reader={reader} />
    </section>
  );
}
