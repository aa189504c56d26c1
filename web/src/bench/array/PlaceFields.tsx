import type { Place, Plan } from '@zarnel/core/plan';
import { makeEdits, tryEdits } from '../../state/job-session.ts';
import { Button } from '../../ui/Button.tsx';
import { RequiredNumberField } from '../../ui/RequiredNumberField.tsx';

/** Of no real place: somewhere in the temperate north, with the root face towards the north. */
const FIRST: Place = { latitudeDeg: 45, longitudeDeg: 0, rootFacesDeg: 0 };

/** Where the job stands under the sun. */
export function PlaceFields({ plan }: { readonly plan: Plan }) {
  const { place } = plan.site;
  const root = plan.faces.find(({ id }) => id === plan.rootFace)?.name ?? '';
  if (place === null) {
    return (
      <>
        <p className="mb-2">Nobody said yet where the job stands: without it there is no sun.</p>
        <Button onClick={() => void makeEdits([{ kind: 'set-place', place: FIRST }])}>
          Say where it stands
        </Button>
      </>
    );
  }
  const set = (more: Partial<Place>) => tryEdits([{ kind: 'set-place', place: { ...place, ...more } }]);
  return (
    <details className="mb-2">
      <summary className="min-h-9 cursor-pointer">
        <span className="figure">
          {Math.abs(place.latitudeDeg)}° {place.latitudeDeg < 0 ? 'S' : 'N'}, {Math.abs(place.longitudeDeg)}°{' '}
          {place.longitudeDeg < 0 ? 'W' : 'E'}
        </span>
      </summary>
      <RequiredNumberField
        label="Latitude, north"
        unit="°"
        value={place.latitudeDeg}
        onCommit={(latitudeDeg) => set({ latitudeDeg })}
      />
      <RequiredNumberField
        label="Longitude, east"
        unit="°"
        value={place.longitudeDeg}
        onCommit={(longitudeDeg) => set({ longitudeDeg })}
      />
      <RequiredNumberField
        label="You look, back to the root face"
        unit="°"
        value={place.rootFacesDeg}
        hint={`Stand with your back to ${root}: 0 is north, 90 east, 180 south.`}
        onCommit={(deg) => set({ rootFacesDeg: ((deg % 360) + 360) % 360 })}
      />
    </details>
  );
}
