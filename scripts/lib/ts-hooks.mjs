// How Node reads our TypeScript for unit tests and benches, in their process and in each of its workers: types are taken off, nothing else.
import { transform } from '@swc/core';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

export async function load(url, context, next) {
  const { pathname } = new URL(url);
  if (!/\.tsx?$/.test(pathname)) return next(url, context);
  const filename = fileURLToPath(new URL(pathname, url));
  const { code } = await transform(await readFile(filename, 'utf8'), {
    filename,
    configFile: false,
    swcrc: false,
    sourceMaps: 'inline',
    module: { type: 'es6' },
    jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: pathname.endsWith('x') } },
  });
  return { format: 'module', source: code, shortCircuit: true };
}

/** What tests import from Jest is what its runner has made global. */
export async function resolve(specifier, context, next) {
  return specifier === '@jest/globals'
    ? { url: new URL('jest-globals.mjs', import.meta.url).href, shortCircuit: true }
    : next(specifier, context);
}
