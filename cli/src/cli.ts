import {
  drillSheets,
  evaluatePlan,
  fixLabelOf,
  getCheckMeta,
  holesCsv,
  INCH_READER,
  markOf,
  METRIC_READER,
  openPlanText,
  PLAN_TOO_LARGE,
  prepare,
  sentenceOf,
  sourceText,
  type DrillSheet,
  type Finding,
  type Plan,
  type Reader,
} from '@zarnel/core';

export type CliResult = { readonly code: 0 | 1 | 2; readonly out: string; readonly err: string };

/** Reads a file as text; null when it is larger than any plan. Throws as Node does when it cannot. */
export type ReadText = (path: string) => string | null;

const USAGE = `Use:
  zarnel check FILE [--json]          findings; exit code 1 when one is “stop” or “fix”
  zarnel holes FILE [--csv | --json]  the hole schedule
FILE is a job file, NAME.zarnel.json. Exit code 2: the file or the command was not understood.
`;

const OUTPUTS = { check: ['--json'], holes: ['--csv', '--json'] } as const;

/** The command line without the machine: arguments in, text and exit code out. */
export function runCli(args: readonly string[], readText: ReadText): CliResult {
  const [command, file, ...flags] = args;
  if (command !== 'check' && command !== 'holes') return refuse(USAGE);
  if (file === undefined || file.startsWith('--')) return refuse(`Name a job file.\n${USAGE}`);
  const [flag, ...more] = flags;
  const allowed: readonly string[] = OUTPUTS[command];
  if (more.length > 0 || (flag !== undefined && !allowed.includes(flag))) {
    return refuse(`“${flags.join(' ')}” was not understood.\n${USAGE}`);
  }
  const opened = openFile(file, readText);
  if (typeof opened === 'string') return refuse(opened);
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

function sheetText(sheet: DrillSheet, reader: Reader): string {
  const head = `${sheet.surface}\n  seen from ${sheet.viewedFrom}; datum: ${sheet.datum}\n`;
  const rows = sheet.holes.map(({ xMm, yMm, tool, purpose }, index) => {
    const [x, y] = [markOf(xMm, reader).text, markOf(yMm, reader).text];
    return `  ${String(index + 1).padStart(3)}  ${x.padStart(12)}  ${y.padStart(12)}  ${tool.padEnd(20)}  ${purpose}\n`;
  });
  return head + rows.join('');
}

/** Findings as docs/command-line.md describes them. */
function asJson(finding: Finding, reader: Reader) {
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
