import type { Page } from '@playwright/test';
import { lookAtOpenings, OPENING } from './openings';
import { textsOf } from './accents';
import { STATIONS } from './everyStation';
import { DESK, expect, letIn, ready, test, useFarm } from './help';

const farm = useFarm();

/** A metric unit behind a number, or as the unit of an axis, a head or a field. */
const METRIC =
  /(?<![\p{L}\d/·])(?:°C|k?g|[mc]?m|mL|m[²³]|(?:kilo)?grams?|lit(?:re|er)s?|(?:square )?met(?:re|er)s?)(?:\/(?:m[²³]|L|h|d))?(?![\p{L}\d’'])/u;

/**
 * Said in these everywhere: what stands in water, light, vapour and electricity. The library’s constants are those of the formulas
 * they go into, equipment is as its plate says, a file as its own head says, a trial as it was weighed.
 */
const SAME_EVERYWHERE = [
  /\d\s*(?:mg|µg)\/L|k?Wh?\/m²|µ?mol\/m²(?:·d| a day| s)?/g,
  /mg\/kg·h \(100 g\)|∛g(?: a day)?|Length–weight a \(g, cm\)/g,
  /Media, m³|Surface, m²\/m³|Rate, g\/m²·day|Head, m(?= \(|$)|Oxygen(?: a day)?, kg(?: a day)?|square metre in a day at .*/g,
  /CSV with all columns.*|The working is in grams.*|Worked out in grams.*|^By POST to.*|^Mean, g a plant$|^g, kg, L$|^°C$/g,
];

/** What the farm itself typed: names of products and notes keep their own words. */
async function typedByTheFarm(): Promise<string[]> {
  const { rows } = await farm.db().raw<{ rows: { said: string | null }[] }>(
    `select name said from product union select words from paper union select detail from chore
     union select title from chore union select words from handover union select name from culture union select words from finding
     union select question from trial union select params->>'name' from crop union select params->>'name' from species union select name from equipment`,
  );
  // The longest first: a name may begin with another.
  return rows.flatMap(({ said }) => (said ? [said] : [])).sort((a, b) => b.length - a.length);
}

/** Metric units on a page, each with the words around it. */
async function metric(page: Page, typed: readonly string[]): Promise<string[]> {
  const texts = await textsOf(page, '[data-working]');
  return texts.filter((text) => {
    const ours = typed.reduce(
      (left, said) => left.replaceAll(said, ''),
      SAME_EVERYWHERE.reduce((left, said) => left.replace(said, ''), text),
    );
    return METRIC.test(ours);
  });
}

async function inUsUnits(page: Page) {
  await farm
    .db()
    .raw(`update person set settings = settings || '{"mass":"us","temperature":"F"}' where sign_in_name = 'ines'`);
  await letIn(page.context(), 'ines');
  await page.setViewportSize(DESK);
}

const WALKS: string[][] = Array.from({ length: Math.ceil(STATIONS.length / 6) }, (_, i) =>
  STATIONS.slice(i * 6, i * 6 + 6),
);

/** What a walk shows in metric units, each with where it stands. */
async function metricOn(page: Page, walk: (look: (where: string) => Promise<void>) => Promise<void>) {
  await inUsUnits(page);
  const typed = await typedByTheFarm();
  const found = new Map<string, string>();
  await walk(async (where) => {
    for (const text of await metric(page, typed)) if (!found.has(text)) found.set(text, where);
  });
  return [...found].map(([text, where]) => `${where}: ${text.trim().slice(0, 140)}`);
}

for (const walk of WALKS)
  test(`${walk[0]} and on say no metric unit to someone who reads pounds and gallons`, async ({ page }) => {
    const found = await metricOn(page, async (look) => {
      for (const path of walk) {
        await page.goto(path);
        await ready(page);
        await look(path);
      }
    });
    expect(found).toEqual([]);
  });

for (const path of [
  ...OPENING,
  '/cohorts/planner',
  '/farm/products',
  '/farm/crops',
  '/farm/places',
  '/cohorts/species',
])
  test(`nor does what ${path} opens`, async ({ page }) => {
    expect(await metricOn(page, (look) => lookAtOpenings(page, path, look))).toEqual([]);
  });
