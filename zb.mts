import { benchLarge } from './bench/large.ts';
await benchLarge((l) => process.stdout.write(l));
