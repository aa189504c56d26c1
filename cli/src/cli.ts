import { getCheckMeta, type Found } from '@zarnel/core/checks';
import {
  arrangePlan,
  drillSheets,
  evaluatePlan,
  mostUsedWireway,
  prepare,
  USUAL_WEIGHTS,
  type DrillSheet,
  USUAL_GAP_MM,
} from '@zarnel/core/figures';
import { holesCsv } from '@zarnel/core/files';
import { openPlanText, PLAN_TOO_LARGE, type Plan } from '@zarnel/core/plan';
import {
  fixLabelOf,
  INCH_READER,
  markOf,
  METRIC_READER,
  sentenceOf,
  sourceText,
  stepMm,
  type Reader,
} from '@zarnel/core/words';

export type CliResult = { readonly code: 0 | 1 | 2; readonly out: string; readonly err: string };

/** Reads a file as text; null when it is larger than any plan. Throws as Node does when it cannot. */
export type ReadText = (path: string) => string | null;

const USAGE = `Use:
  zarnel check FILE [--json]          findings; exit code 1 when one is “stop” or “fix”
  zarnel holes FILE [--csv | --json]  the hole schedule
  zarnel arrange FILE [--face=ID] [--json]  proposes layouts for the gear of a face (its root’s, where none is named)
FILE is a job file, NAME.zarnel.json. Exit code 2: the file or the command was not understood.
`;

const OUTPUTS = { check: ['--json'], holes: ['--csv', '--json'], arrange: ['--json'] } as const;
const FACE_FLAG = '--face=';

/** The command line without the machine: arguments in, text and exit code out. */
export function runCli(args: readonly string[], readText: ReadText): CliResult {
  const [command, file, ...given] = args;
  if (command !== 'check' && command !== 'holes' && command !== 'arrange') return refuse(USAGE);
  const face = command === 'arrange' ? given.find((flag) => flag.startsWith(FACE_FLAG)) : undefined;
  const flags = given.filter((flag) => flag !== face);
  if (file === undefined || file.startsWith('--')) return refuse(`Name a job file.\n${USAGE}`);
  const [flag, ...more] = flags;
  const allowed: readonly string[] = OUTPUTS[command];
  if (more.length > 0 || (flag !== undefined && !allowed.includes(flag))) {
    return refuse(`“${flags.join(' ')}” was not understood.\n${USAGE}`);
  }
  const opened = openFile(file, readText);
  if (typeof opened === 'string') return refuse(opened);
  if (command === 'arrange') return layouts(opened, face?.slice(FACE_FLAG.length) ?? opened.rootFace, flag);
  return command === 'check' ? check(opened, flag) : holes(opened, flag);
}

function check(plan: Plan, flag: string | undefined): CliResult {
  const { findings } = evaluatePlan(plan);
  const reader = readerOf(plan);
  const code = findings.some(({ severity }) => severity === 'stop' || severity === 'fix') ? 1 : 0;
  if (flag === '--json') {
    const report = {
      plan: plan.name,
      formatVersion: plan.formatVersion,
      findings: findings.map((each) => asJson(each, reader)),
    };
    return { code, out: `${JSON.stringify(report, null, 2)}\n`, err: '' };
  }
  if (findings.length === 0) return { code, out: `${plan.name}: nothing to clear.\n`, err: '' };
  const lines = findings.flatMap((finding) => {
    const meta = getCheckMeta(finding.check);
    return [
      `${finding.severity.toUpperCase().padEnd(5)} ${sentenceOf(finding, meta, reader)}`,
      ...finding.fixes.map((fix) => `        fix: ${fixLabelOf(fix, meta, reader)}`),
      `        ${sourceText(finding.source)}`,
    ];
  });
  return { code, out: `${plan.name}: ${findings.length} to clear.\n${lines.join('\n')}\n`, err: '' };
}

function holes(plan: Plan, flag: string | undefined): CliResult {
  const sheets = drillSheets(prepare(plan));
  const reader = readerOf(plan);
  if (flag === '--csv') return { code: 0, out: holesCsv(sheets, reader), err: '' };
  if (flag === '--json') {
    return { code: 0, out: `${JSON.stringify({ plan: plan.name, sheets }, null, 2)}\n`, err: '' };
  }
  return { code: 0, out: sheets.map((sheet) => sheetText(sheet, reader)).join('\n'), err: '' };
}

/** The program’s own layouts of a face. Exit code 1 where there is none. */
function layouts(plan: Plan, face: string, flag: string | undefined): CliResult {
  const reader = readerOf(plan);
  const prepared = prepare(plan);
  const wireway = mostUsedWireway(prepared, face);
  const pieces = (prepared.onFace.get(face) ?? [])
    .filter(({ type }) => type.kind !== 'wireway' && type.kind !== 'board')
    .map(({ id }) => id);
  const answer = arrangePlan(plan, {
    face,
    pieces,
    wireway: wireway === null ? null : { placement: wireway, gapMm: USUAL_GAP_MM },
    connections: [],
    weights: USUAL_WEIGHTS,
    stepMm: stepMm(reader),
    seed: 1,
  });
  if (!answer.ok) return refuse(`${answer.fault}\n`);
  const { proposals, impossible, turnedDown } = answer.value;
  const code = proposals.length === 0 ? 1 : 0;
  if (flag === '--json') return { code, out: `${JSON.stringify(answer.value, null, 2)}\n`, err: '' };
  if (proposals.length === 0) {
    const why =
      impossible === null
        ? turnedDown.map((each) => sentenceOf(each, getCheckMeta(each.check), reader))
        : [`${impossible.pieces.map(({ name }) => name).join(', ')} do not fit.`];
    return { code, out: `${plan.name}: no layout.\n${why.map((line) => `  ${line}\n`).join('')}`, err: '' };
  }
  const nameOf = (id: string) => prepared.hung.get(id)?.placement.name ?? id;
  const lines = proposals.flatMap(({ places, terms }, index) => [
    `Layout ${index + 1}: ${terms.holesOnFraming} of ${terms.holeCount} holes on framing, ${terms.inLine} in line`,
    ...places.map(
      ({ id, xMm, yMm }) =>
        `  ${markOf(xMm, reader).text.padStart(12)}  ${markOf(yMm, reader).text.padStart(12)}  ${nameOf(id)}`,
    ),
  ]);
  return {
    code,
    out: `${plan.name}: ${proposals.length} layouts; each hook line’s centre right of and up from the datum.\n${lines.join('\n')}\n`,
    err: '',
  };
}

function sheetText(sheet: DrillSheet, reader: Reader): string {
  const head = `${sheet.surface}\n  seen from ${sheet.viewedFrom}; datum: ${sheet.datum}\n`;
  const rows = sheet.holes.map(({ xMm, yMm, tool, purpose }, index) => {
    const [x, y] = [markOf(xMm, reader).text, markOf(yMm, reader).text];
    return `  ${String(index + 1).padStart(3)}  ${x.padStart(12)}  ${y.padStart(12)}  ${tool.padEnd(20)}  ${purpose}\n`;
  });
  return head + rows.join('');
}

/** Findings as docs/command-line.md describes them. */
function asJson(finding: Found, reader: Reader) {
  const meta = getCheckMeta(finding.check);
  const { id, check: checkId, severity, subjects, at, measured, required, source, working, fixes } = finding;
  return {
    id,
    check: checkId,
    severity,
    sentence: sentenceOf(finding, meta, reader),
    subjects,
    at,
    measured,
    required,
    source,
    working,
    fixes: fixes.map((fix) => ({ label: fixLabelOf(fix, meta, reader), edits: fix.edits })),
  };
}

/** The plan, or what is wrong with the file. */
function openFile(file: string, readText: ReadText): Plan | string {
  let text: string | null;
  try {
    text = readText(file);
  } catch (error) {
    const code = (error as { code?: unknown }).code;
    return `${file}: ${code === 'ENOENT' ? 'there is no such file' : 'the file cannot be read'}.\n`;
  }
  if (text === null) return `${file}: ${PLAN_TOO_LARGE.message}\n`;
  const opened = openPlanText(text);
  if (opened.ok) return opened.value;
  return opened.fault
    .map(({ path, message }) => `${file}: ${path === '' ? '' : `${path}: `}${message}\n`)
    .join('');
}

/** A plan for the US is read in inches, any other in millimetres. */
function readerOf({ codeBasis }: Plan): Reader {
  return codeBasis === 'us' ? INCH_READER : METRIC_READER;
}

function refuse(err: string): CliResult {
  return { code: 2, out: '', err };
}
