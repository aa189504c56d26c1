type Raw = Record<string, unknown>;

/** Version 7 has holes through the plates on which faces meet without a fold. There were none before. */
export function plateHoles(raw: Readonly<Raw>): Raw {
  return { ...raw, plateHoles: [] };
}
