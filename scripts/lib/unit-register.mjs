import { register } from 'node:module';

register('./unit-hooks.mjs', import.meta.url);
