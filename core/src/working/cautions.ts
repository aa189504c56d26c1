/** The cautions that stand beside the work. They defer to local codes, makers’ instructions and licensed people. */
export const CAUTIONS = {
  'hidden-services':
    'Check for hidden cables, pipes and fuel lines before drilling. Isolate, lock and prove dead what may be there.',
  'hole-saw':
    'Hearing and eye protection at the hole saw. Pilot first, from the side whose position is certain.',
  debris:
    'Keep chips out of equipment: never cut over an open enclosure. Deburr and clear before pulling wire.',
  'live-modules':
    'Modules are live whenever light falls on them: cover them or leave the string open until all else is made.',
  terminals:
    'Isolate, lock and prove dead before any terminal is touched; both ends, and what the sun or a battery feeds.',
  battery:
    'A battery cannot be switched off: cover its posts, insulate tools, and fit its fuse last. Charging cells give off gas.',
  fall: 'Fall from roof and ladder; a fragile skin may not carry a person. Work from a safe place.',
  lifting:
    'Gear hangs on its bracket, never on the wireway. Lift with as many people, or the hoist, its mass asks for.',
} as const;

export type CautionId = keyof typeof CAUTIONS;

/** Said on every sheet. */
export const ADVICE =
  'Zarnel advises. Local codes, the makers’ instructions and a licensed electrician have the last word.';
