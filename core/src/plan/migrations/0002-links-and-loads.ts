// Frozen: raises raw version 2 to version 3 and imports none of today's types.
type Raw = Record<string, unknown>;

/** Version 3 keeps which enclosures are joined to each other, and a job’s own load factors for its fixings. */
export function linksAndLoads(raw: Readonly<Raw>): Raw {
  const { site } = raw;
  const isRecord = typeof site === 'object' && site !== null && !Array.isArray(site);
  return { links: [], ...raw, ...(isRecord ? { site: { loadFactors: null, ...site } } : {}) };
}
