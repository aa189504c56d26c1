// How Jest reads our TypeScript. Tests run in a context of their own, where to look up a global is a call each time, some
// hundred times dearer than outside: each module takes those it may need once. Packages are left as they are: some call things of their own by these names.
import swcJest from '@swc/jest';

/** What arithmetic, tables and texts look up all the time. */
const GLOBAL_OBJECTS = [
  ...['Array', 'BigInt', 'Boolean', 'Error', 'Intl', 'JSON', 'Map', 'Math', 'Number', 'Object', 'Promise'],
  ...['RegExp', 'Set', 'String', 'Symbol', 'WeakMap', 'performance'],
];
const TAKEN_ONCE = `const {${[...GLOBAL_OBJECTS, 'Infinity', 'NaN'].join(',')}} = globalThis;`;

export default {
  createTransformer(options) {
    const swc = swcJest.createTransformer(options);
    const taken = (made) => ({ ...made, code: TAKEN_ONCE + made.code });
    return {
      ...swc,
      process: (...source) => taken(swc.process(...source)),
      processAsync: async (...source) => taken(await swc.processAsync(...source)),
    };
  },
};
