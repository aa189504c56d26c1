import {
  CHECKS,
  findingsOf,
  getCheckMeta,
  stepOfFinding,
  type Finding,
  type Found,
} from '@zarnel/core/checks';
import {
  arrangePlan,
  arrayFigures,
  circuitLine,
  conductorWords,
  drumLines,
  isWired,
  labelCount,
  sizeWords,
  wireLabels,
  drillSheets,
  evaluatePlan,
  mostUsedWireway,
  prepare,
  routeAll,
  sealStack,
  USUAL_WEIGHTS,
  usualGapMm,
} from '@zarnel/core/figures';
import { circuitsCsv, holesCsv } from '@zarnel/core/files';
import { faultText, openPlanText, PLAN_TOO_LARGE, type Plan } from '@zarnel/core/plan';
import {
  CARRIES_WORDS,
  countText,
  formatLength,
  lengthToBuy,
  fixLabelOf,
  gearName,
  formatQuantity,
  readerOfTrade,
  markOf,
  measuredAndRequired,
  sealInWords,
  sentenceOf,
  sourceText,
  sheetInWords,
  stepMm,
  tellingOf,
  toldText,
  type Reader,
  type Telling,
  workingInWords,
  type WorkingInWords,
} from '@zarnel/core/words';

export type CliResult = { readonly code: 0 | 1 | 2; readonly out: string; readonly err: string };

/** Reads a file as text; null when it is larger than any plan. Throws as Node does when it cannot. */
export type ReadText = (path: string) => string | null;

const USAGE = `Use:
  zarnel check FILE [--json]          findings; exit code 1 when one is “stop” or “fix”
  zarnel holes FILE [--csv | --json]  the hole schedule
  zarnel wire FILE [--csv | --json]   every circuit with its conductors, device, length and way; what to buy and to label
  zarnel seal FILE [--json]           every penetration with the steps that seal it, in order, and what they take
  zarnel array FILE [--json]          fields of modules, their rails and feet, strings, what is found of them, and the day’s energy
  zarnel arrange FILE [--face=ID] [--json]  proposes layouts for the gear of a face (its root’s, where none is named)
  zarnel explain FILE FINDING         how a finding was worked out, by its id or a part of it
  zarnel time FILE                    how long each check, the routes and the sheets take
FILE is a job file, NAME.zarnel.json. Exit code 2: the file or the command was not understood.
`;

/** Tells the time, in milliseconds. */
export type Clock = () => number;

const OUTPUTS = {
  check: ['--json'],
  holes: ['--csv', '--json'],
  wire: ['--csv', '--json'],
  seal: ['--json'],
  array: ['--json'],
  arrange: ['--json'],
  time: [],
} as const;
type Command = keyof typeof OUTPUTS;
const FACE_FLAG = '--face=';

/** The command line without the machine: arguments in, text and exit code out. */
export function runCli(args: readonly string[], readText: ReadText, now: Clock = () => 0): CliResult {
  const [command = '', file, ...given] = args;
  if (command === 'explain') return explain(file, given, readText);
  if (!isCommand(command)) return refuse(USAGE);
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
  if (command === 'time') return time(opened, now);
  if (command === 'wire') return wire(opened, flag);
  if (command === 'seal') return seal(opened, flag);
  if (command === 'array') return array(opened, flag);
  return command === 'check' ? check(opened, flag) : holes(opened, flag);
}

function isCommand(text: string): text is Command {
  return Object.hasOwn(OUTPUTS, text);
}

function check(plan: Plan, flag: string | undefined): CliResult {
  const { findings } = evaluatePlan(plan);
  const telling = tellingTo(plan);
  const code = findings.some(({ severity }) => severity === 'stop' || severity === 'fix') ? 1 : 0;
  if (flag === '--json') {
    const report = {
      plan: plan.name,
      formatVersion: plan.formatVersion,
      findings: findings.map((each) => asJson(each, telling)),
    };
    return { code, out: `${JSON.stringify(report, null, 2)}\n`, err: '' };
  }
  if (findings.length === 0) return { code, out: `${plan.name}: nothing to clear.\n`, err: '' };
  const lines = findings.flatMap((finding) => {
    const meta = getCheckMeta(finding.check);
    return [
      `${finding.severity.toUpperCase().padEnd(5)} ${sentenceOf(finding, meta, telling)}`,
      ...finding.fixes.map((fix) => `        fix: ${fixLabelOf(fix, meta, telling)}`),
      `        ${sourceText(finding.source)}`,
    ];
  });
  return { code, out: `${plan.name}: ${findings.length} to clear.\n${lines.join('\n')}\n`, err: '' };
}

function holes(plan: Plan, flag: string | undefined): CliResult {
  const sheets = drillSheets(prepare(plan));
  const telling = tellingTo(plan);
  if (flag === '--csv')
    return { code: 0, out: holesCsv(sheets, telling, { job: plan.name, revision: null }), err: '' };
  const inWords = sheets.map((sheet) => sheetInWords(sheet, telling));
  if (flag === '--json') {
    return { code: 0, out: `${JSON.stringify({ plan: plan.name, sheets: inWords }, null, 2)}\n`, err: '' };
  }
  return { code: 0, out: inWords.map((sheet) => sheetText(sheet, telling.reader)).join('\n'), err: '' };
}

/** Every circuit as it is sized. Exit code 1 where one is not sized that carries something, or has no way. */
function wire(plan: Plan, flag: string | undefined): CliResult {
  const prepared = prepare(plan);
  const telling = tellingTo(plan);
  const lines = plan.circuits.flatMap(({ id }) => circuitLine(prepared, id) ?? []);
  const nameOf = new Map(plan.circuits.map(({ id, name }) => [id, name]));
  const code = lines.every(isWired) ? 0 : 1;
  if (flag === '--csv') return { code, out: circuitsCsv(plan, lines, telling), err: '' };
  const conductors = drumLines(plan.circuits, lines).map((drum) => ({
    ...drum,
    words: conductorWords(drum),
  }));
  const labels = wireLabels(plan, lines);
  if (flag === '--json') {
    const circuits = lines.map(({ parts, ...line }) => ({
      name: nameOf.get(line.circuit),
      ...line,
      way: parts.map(({ in: where, ...part }) => ({ ...where, ...part })),
    }));
    const report = { plan: plan.name, circuits, conductors, labels };
    return { code, out: `${JSON.stringify(report, null, 2)}\n`, err: '' };
  }
  const { reader } = telling;
  const rows = lines.map(({ circuit, carries, size, earth, deviceA, lengthMm, dropPct }) => {
    const conductor = size === null ? 'size not known' : sizeWords(size);
    const withEarth = earth === null ? '' : ` + ${sizeWords(earth)}`;
    return [
      `${(nameOf.get(circuit) ?? circuit).padEnd(30)} ${CARRIES_WORDS[carries].padEnd(14)} ${conductor}${withEarth}`,
      deviceA === null ? '' : `, ${deviceA} A`,
      lengthMm === null ? ', no way yet' : `, ${formatLength(lengthMm, reader)} each`,
      dropPct === null ? '' : `, ${formatQuantity({ value: dropPct, unit: 'percent' }, reader)} lost`,
      '\n',
    ].join('');
  });
  const bought = conductors.map(
    ({ words, lengthMm }) => `  ${words.padEnd(34)} ${lengthToBuy(lengthMm, reader)}\n`,
  );
  const count = labelCount(labels);
  const out = `${plan.name}: ${countText(lines.length, 'circuit', 'circuits')}\n${rows.join('')}to buy\n${bought.join('')}${countText(count, 'label', 'labels')}\n`;
  return { code, out, err: '' };
}

/** The array: its fields, rails, strings and energy, with what is found of them. Exit code 1 where some of it stops or is to be fixed. */
function array(plan: Plan, flag: string | undefined): CliResult {
  const telling = tellingTo(plan);
  const { reader } = telling;
  const figures = arrayFigures(prepare(plan));
  const findings = evaluatePlan(plan).findings.filter((finding) => stepOfFinding(finding) === 'array');
  const code = findings.some(({ severity }) => severity === 'stop' || severity === 'fix') ? 1 : 0;
  if (flag === '--json') {
    const report = { plan: plan.name, ...figures, findings: findings.map((each) => asJson(each, telling)) };
    return { code, out: `${JSON.stringify(report, null, 2)}\n`, err: '' };
  }
  const shown = (value: number | null, unit: 'W' | 'N' | 'V' | 'kg' | 'Wh') =>
    value === null ? 'not known' : formatQuantity({ value, unit }, reader);
  const lines = [
    ...figures.fields.map(
      ({ name, modules, powerW, totalKg, feet, pullN, holdsN }) =>
        `${name}: ${countText(modules, 'module', 'modules')}, ${shown(powerW, 'W')}, ${shown(totalKg, 'kg')} on ${countText(feet, 'foot', 'feet')}; a foot is pulled by ${shown(pullN, 'N')} and holds ${shown(holdsN, 'N')}`,
    ),
    ...figures.rails.map(
      ({ id, lengthMm, feetMm, isCarried }) =>
        `  ${id}: ${formatLength(lengthMm, reader)} on ${countText(feetMm.length, 'foot', 'feet')}${isCarried ? '' : ', not carried all along'}`,
    ),
    ...figures.strings.map(
      ({ name, count, coldV, vmpV }) =>
        `${name}: ${countText(count, 'module', 'modules')}, ${shown(coldV, 'V')} on the coldest morning, ${shown(vmpV, 'V')} at its best`,
    ),
    ...(figures.energy === null ? [] : [`used in a day: ${shown(figures.energy.totalWh, 'Wh')}`]),
    ...findings.map(
      (finding) =>
        `${finding.severity.toUpperCase().padEnd(5)} ${sentenceOf(finding, getCheckMeta(finding.check), telling)}`,
    ),
  ];
  return { code, out: `${plan.name}\n${lines.map((line) => `${line}\n`).join('')}`, err: '' };
}

/** Every penetration as it is sealed. */
function seal(plan: Plan, flag: string | undefined): CliResult {
  const prepared = prepare(plan);
  const telling = tellingTo(plan);
  const seals = plan.penetrations.flatMap((penetration) => {
    const stack = sealStack(prepared, penetration);
    return stack === null ? [] : [sealInWords(stack, telling)];
  });
  if (flag === '--json')
    return { code: 0, out: `${JSON.stringify({ plan: plan.name, seals }, null, 2)}\n`, err: '' };
  const texts = seals.map(({ name, entry, school, steps, takes, opensAgain }) =>
    [
      `${name}: ${entry}. Sealed by: ${school}`,
      ...steps.map(
        ({ text, isDone, cautions }, index) =>
          `${cautions.map((caution) => `  ! ${caution}\n`).join('')}  ${isDone ? '[x]' : '[ ]'} ${index + 1}. ${text}`,
      ),
      ...takes.map((each) => `  ${each.name}: ${each.figure}`),
      `  To open it again: ${opensAgain}`,
    ].join('\n'),
  );
  const count = countText(seals.length, 'penetration', 'penetrations');
  return { code: 0, out: `${plan.name}: ${count}\n${texts.join('\n')}\n`, err: '' };
}

/** The program’s own layouts of a face. Exit code 1 where there is none. */
function layouts(plan: Plan, face: string, flag: string | undefined): CliResult {
  const telling = tellingTo(plan);
  const { reader } = telling;
  const prepared = prepare(plan);
  const wireway = mostUsedWireway(prepared, face);
  const pieces = (prepared.onFace.get(face) ?? [])
    .filter(({ type }) => type.kind !== 'wireway' && type.kind !== 'board')
    .map(({ id }) => id);
  const answer = arrangePlan(plan, {
    face,
    pieces,
    wireway: wireway === null ? null : { placement: wireway, gapMm: usualGapMm(plan.codeBasis) },
    connections: [],
    weights: USUAL_WEIGHTS,
    stepMm: stepMm(reader),
    seed: 1,
  });
  if (!answer.ok) return refuse(`${answer.fault}\n`);
  const { proposals, contradictions, impossible, turnedDown } = answer.value;
  const code = proposals.length === 0 ? 1 : 0;
  const told = (finding: Finding) => sentenceOf(finding, getCheckMeta(finding.check), telling);
  if (flag === '--json') {
    const report = {
      ...answer.value,
      contradictions: contradictions.map(({ gear, why }) => ({ gear, sentence: toldText(why, telling) })),
      turnedDown: turnedDown.map((finding) => ({ ...finding, sentence: told(finding) })),
    };
    return { code, out: `${JSON.stringify(report, null, 2)}\n`, err: '' };
  }
  if (proposals.length === 0) {
    const why =
      impossible === null
        ? turnedDown.map(told)
        : [`${impossible.pieces.map((id) => telling.nameOf(gearName(id))).join(', ')} do not fit.`];
    return { code, out: `${plan.name}: no layout.\n${why.map((line) => `  ${line}\n`).join('')}`, err: '' };
  }
  const lines = proposals.flatMap(({ places, terms }, index) => [
    `Layout ${index + 1}: ${terms.holesOnFraming} of ${terms.holeCount} holes on framing, ${terms.inLine} in line`,
    ...places.map(
      ({ id, xMm, yMm }) =>
        `  ${markOf(xMm, reader).text.padStart(12)}  ${markOf(yMm, reader).text.padStart(12)}  ${telling.nameOf(gearName(id))}`,
    ),
  ]);
  return {
    code,
    out: `${plan.name}: ${proposals.length} layouts; each hook line’s centre right of and up from the datum.\n${lines.join('\n')}\n`,
    err: '',
  };
}

function sheetText(sheet: ReturnType<typeof sheetInWords>, reader: Reader): string {
  const head = `${sheet.surface}\n  seen from ${sheet.viewedFrom}; datum: ${sheet.datum}\n`;
  const rows = sheet.holes.map(({ xMm, yMm, tool, purpose }, index) => {
    const [x, y] = [markOf(xMm, reader).text, markOf(yMm, reader).text];
    return `  ${String(index + 1).padStart(3)}  ${x.padStart(12)}  ${y.padStart(12)}  ${tool.padEnd(20)}  ${purpose}\n`;
  });
  return head + rows.join('');
}

/** Each finding whose id has the given part: what it says, its figures, how they were worked out, what clears it. */
function explain(file: string | undefined, given: readonly string[], readText: ReadText): CliResult {
  const [part, ...more] = given;
  if (file === undefined || part === undefined || more.length > 0)
    return refuse(`Name a job file and a finding.\n${USAGE}`);
  const plan = openFile(file, readText);
  if (typeof plan === 'string') return refuse(plan);
  const { findings } = evaluatePlan(plan);
  const meant = findings.filter(({ id }) => id.includes(part));
  if (meant.length === 0) {
    const ids = findings.map(({ id }) => `  ${id}\n`).join('');
    return refuse(
      `No finding of ${plan.name} has “${part}” in its id. ${ids === '' ? 'It has none.\n' : `It has:\n${ids}`}`,
    );
  }
  const telling = tellingTo(plan);
  return { code: 0, out: meant.map((finding) => explained(finding, telling)).join('\n'), err: '' };
}

function explained(finding: Found, telling: Telling): string {
  const meta = getCheckMeta(finding.check);
  const { measured, required } = measuredAndRequired(finding, telling.reader);
  const { working } = finding;
  return [
    `${finding.severity.toUpperCase()} ${sentenceOf(finding, meta, telling)}`,
    `  ${finding.id}`,
    `  ${finding.check}: ${meta.looksAt}`,
    ...(measured === undefined ? [] : [`  measured ${measured}`]),
    ...(required === undefined ? [] : [`  required ${required}`]),
    `  ${sourceText(finding.source)}`,
    ...(working === null ? [] : workingLines(workingInWords(working, telling), telling.reader)),
    ...finding.fixes.map((fix) => `  fix: ${fixLabelOf(fix, meta, telling)}`),
    '',
  ].join('\n');
}

function workingLines({ title, formula, inputs, result, notes }: WorkingInWords, reader: Reader): string[] {
  return [
    `  ${title}`,
    `    ${formula}`,
    ...inputs.map(
      ({ symbol, name, value }) => `    ${symbol.padEnd(10)} ${formatQuantity(value, reader)}  ${name}`,
    ),
    `    ${'='.padEnd(10)} ${formatQuantity(result.value, reader)}  ${result.name}`,
    ...notes.map((note) => `    ${note}`),
  ];
}

/** How long each part of a full evaluation takes on a fresh model; what several share is counted where it comes first. */
function time(plan: Plan, now: Clock): CliResult {
  const start = now();
  const prepared = prepare(plan);
  const rows = [...CHECKS]
    .map((check) => {
      const from = now();
      const count = findingsOf(check, prepared).length;
      return { name: check.meta.id, ms: now() - from, about: `${count} found` };
    })
    .sort((a, b) => b.ms - a.ms);
  const routesFrom = now();
  const { routed } = routeAll(prepared);
  const sheetsFrom = now();
  const sheets = drillSheets(prepared);
  const end = now();
  const all = [
    ...rows,
    { name: 'routes', ms: sheetsFrom - routesFrom, about: `${routed.length} runs` },
    { name: 'sheets', ms: end - sheetsFrom, about: `${sheets.length} sheets` },
    { name: 'all', ms: end - start, about: `${plan.faces.length} faces, ${plan.placements.length} pieces` },
  ];
  const lines = all.map(
    ({ name, ms, about }) => `${ms.toFixed(1).padStart(10)} ms  ${name.padEnd(26)} ${about}\n`,
  );
  return { code: 0, out: lines.join(''), err: '' };
}

/** Findings as docs/command-line.md describes them. */
function asJson(finding: Found, telling: Telling) {
  const meta = getCheckMeta(finding.check);
  const { id, check: checkId, severity, subjects, at, measured, required, source, working, fixes } = finding;
  return {
    id,
    check: checkId,
    severity,
    sentence: sentenceOf(finding, meta, telling),
    subjects,
    at,
    measured,
    required,
    source,
    working: working === null ? null : workingInWords(working, telling),
    fixes: fixes.map((fix) => ({ label: fixLabelOf(fix, meta, telling), edits: fix.edits })),
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
  if (text === null) return `${file}: ${faultText(PLAN_TOO_LARGE)}\n`;
  const opened = openPlanText(text);
  if (opened.ok) return opened.value;
  return opened.fault
    .map((fault) => `${file}: ${fault.path === '' ? '' : `${fault.path}: `}${faultText(fault)}\n`)
    .join('');
}

/** A plan for the US is read in inches, any other in millimetres. */
/** Tells of a plan to a reader of its own trade. */
function tellingTo(plan: Plan): Telling {
  return tellingOf(readerOfTrade(plan.codeBasis), plan);
}

function refuse(err: string): CliResult {
  return { code: 2, out: '', err };
}
