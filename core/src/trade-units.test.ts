import { describe, expect, test } from '@jest/globals';
import { prepare } from './check/prepared.ts';
import { runChecks } from './check/run-checks.ts';
import { fixLabelOf, sentenceOf } from './check/sentence.ts';
import { CHECKS, getCheckMeta } from './checks.ts';
import { DEMOS } from './demo/demos.ts';
import { startPlan } from './demo/starts.ts';
import { drillSheets } from './pack/holes.ts';
import { sheetInWords } from './pack/sheet-words.ts';
import { tellingOf } from './plan/names.ts';
import type { Plan } from './plan/plan.ts';
import { START_KINDS } from './plan/start-kinds.ts';
import { readerOfTrade } from './quantity/format.ts';
import { workingInWords } from './working/working.ts';

/** Figures in the other trade’s units. Conductors keep mm² in both. */
const FOREIGN = {
  us: /\d mm\b(?!²)|\d kg\b|\d °C|\d N·m/u,
  iec: /\d″|\d lbs?\b|°F|\d ft\b|\blag\b/u,
} as const;

/** How a US trade does not write; “earth” is the others’ word for ground. */
const NOT_AMERICAN =
  /centre|colour|neighbour|aluminium|noggin|metre|plasterboard|\bgrey\b|\bfibre|\bearth\b/iu;

/** All that a person is told of a plan, in the units of its trade. */
function everythingTold(plan: Plan): string[] {
  const model = prepare(plan);
  const telling = tellingOf(readerOfTrade(plan.codeBasis), plan);
  const ofFindings = runChecks(model, CHECKS).flatMap((found) => {
    const meta = getCheckMeta(found.check);
    return [
      sentenceOf(found, meta, telling),
      ...found.fixes.map((fix) => fixLabelOf(fix, meta, telling)),
      ...(found.working === null ? [] : [JSON.stringify(workingInWords(found.working, telling))]),
    ];
  });
  const ofSheets = drillSheets(model).flatMap((sheet) => {
    const { holes, list } = sheetInWords(sheet, telling);
    return [...holes.flatMap(({ purpose, tool }) => [purpose, tool]), ...list.map(({ what }) => what)];
  });
  return [...ofFindings, ...ofSheets];
}

describe('a job', () => {
  test.each(DEMOS)(
    '$id speaks in the units of its trade alone: findings, remedies, workings, sheets',
    ({ plan: make }) => {
      const plan = make();
      const told = everythingTold(plan);
      expect(told.length).toBeGreaterThan(5);
      expect(told.filter((text) => FOREIGN[plan.codeBasis].test(text))).toEqual([]);
      if (plan.codeBasis === 'us') expect(told.filter((text) => NOT_AMERICAN.test(text))).toEqual([]);
    },
  );

  test.each(START_KINDS)(
    'that starts from a %s has only lengths that its trade’s tape has marks for',
    (kind) => {
      for (const [codeBasis, markMm] of [
        ['us', 25.4 / 8],
        ['iec', 1],
      ] as const) {
        const { faces } = startPlan('Job', codeBasis, 27, kind);
        const lengths = JSON.stringify(faces).matchAll(/"(?:\w+Mm)":(-?[\d.]+)/gu);
        for (const [, text] of lengths) {
          const marks = Number(text) / markMm;
          expect([text, Math.abs(marks - Math.round(marks)) < 1e-6]).toEqual([text, true]);
        }
      }
    },
  );
});
