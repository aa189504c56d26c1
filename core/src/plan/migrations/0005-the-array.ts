type Raw = Record<string, unknown>;

/**
 * Version 6 has the array: fields of modules, strings, what stands round about and throws shadows, where the job stands under
 * the sun, and what it uses in a day. Nobody said any of it before.
 */
export function theArray(raw: Readonly<Raw>): Raw {
  const { site } = raw;
  return {
    ...raw,
    site: typeof site === 'object' && site !== null && !Array.isArray(site) ? { ...site, place: null } : site,
    moduleFields: [],
    moduleStrings: [],
    surroundings: [],
    energy: null,
  };
}
