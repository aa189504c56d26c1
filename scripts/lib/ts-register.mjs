import { register } from 'node:module';

register('./ts-hooks.mjs', import.meta.url);
