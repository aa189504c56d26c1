export function ensureDebianPrograms(
  programs: readonly (readonly string[])[],
  packages: readonly string[],
  purpose: string,
): Promise<string[]>;
