// What tests import as from Jest: its runner has made it global.
export const { afterAll, beforeAll, describe, expect, test } = globalThis;
