import { readFileSync, statSync } from 'node:fs';
import { MAX_FILE_CHARS } from '@zarnel/core/plan';
import { runCli } from './cli.ts';

// The only place of the command line that touches the machine.
const readText = (path: string) =>
  statSync(path).size > MAX_FILE_CHARS * 4 ? null : readFileSync(path, 'utf8');
const { code, out, err } = runCli(process.argv.slice(2), readText, () => performance.now());
process.stdout.write(out);
process.stderr.write(err);
process.exitCode = code;
