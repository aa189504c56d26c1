import { benchAgainstIndex, benchAgainstAllPairs, benchRecheck } from './clearances.ts';
for (const b of [benchAgainstIndex, benchAgainstAllPairs, benchRecheck]) { const { name, oursS, theirsS } = b(); console.log(name, (oursS*1e3).toFixed(3), (theirsS*1e3).toFixed(3), (theirsS/oursS).toFixed(3)); }
