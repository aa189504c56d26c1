// Writes the files that follow from the core: the JSON Schemas of plans and gear files, the page of checks, and the demo jobs.
import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { checksPage, DEMOS, gearJsonSchema, planJsonSchema } from '../core/dist/doors/files.js';
import { writePlan } from '../core/dist/doors/plan.js';

writeFileSync('docs/plan.schema.json', `${JSON.stringify(planJsonSchema(), null, 2)}\n`);
writeFileSync('docs/gear.schema.json', `${JSON.stringify(gearJsonSchema(), null, 2)}\n`);
const style = await resolveConfig('docs/checks.md');
writeFileSync('docs/checks.md', await format(checksPage(), { ...style, filepath: 'docs/checks.md' }));
for (const { file, plan } of DEMOS) writeFileSync(`demo/${file}.zarnel.json`, writePlan(plan()));
