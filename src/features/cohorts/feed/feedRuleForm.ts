import { formatMass } from '../../../core/quantity/units';
import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import { readFeedRows } from '../../../core/fish/scaleFile';
import { toMajor, toMinor } from '../../../core/quantity/money';
import { say } from '../../../core/words/words';
import type { FormField } from '../../../ui/form/ActionForm';
import type { FeedPage } from './feedQueries';

export type FeedRule = FeedPage['rules'][number];

/** What is asked about how a species is fed. */
export function feedRuleFields(rule: FeedRule, currency: string): FormField[] {
  return [
    {
      name: 'ration',
      label: say`The ration follows`,
      kind: 'choice',
      start: rule.ration,
      options: [
        ['growth', say`growth and feed conversion`],
        ['table', say`the table below`],
      ],
    },
    {
      name: 'times',
      label: say`Auto-feeder times`,
      kind: 'text',
      start: rule.feederTimes.join(' '),
      optional: true,
      help: say`As 07:30 12:00 16:30; empty: fed by hand.`,
    },
    {
      name: 'share',
      label: say`Farm-grown part of the ration, %`,
      kind: 'number',
      start: Math.round(rule.farmGrownShare * 100),
    },
    {
      name: 'price',
      label: say`Feed, ${currency}`,
      kind: 'quantity',
      quantity: 'perMass',
      start: toMajor(rule.feedMinorPerKg, currency),
    },
    {
      name: 'fingerling',
      label: say`Fingerling of ${formatMass(10)}, ${currency} each`,
      kind: 'number',
      start: toMajor(rule.fingerlingMinor, currency),
    },
    { name: 'leadDays', label: say`Days from order to feed delivery`, kind: 'count', start: rule.leadDays },
    { name: 'quarantineDays', label: say`Days in quarantine`, kind: 'count', start: rule.quarantineDays },
    tableField(rule),
  ];
}

function tableField(rule: FeedRule): FormField {
  return {
    name: 'table',
    label: say`Ration by size`,
    kind: 'rows',
    start: rule.table.map((r) => ({ ...r })),
    add: say`Another size`,
    columns: [
      { name: 'uptoG', label: say`Fish up to`, kind: 'quantity', quantity: 'smallMass' },
      { name: 'percentPerDay', label: say`% of their weight a day`, kind: 'number' },
    ],
  };
}

/** What is sent of it, in stored units. */
export function feedRuleBody(rule: FeedRule, v: Record<string, unknown>, currency: string) {
  return {
    entryKey: v.entryKey,
    speciesCode: rule.speciesCode,
    version: rule.version,
    ration: v.ration,
    table: v.table,
    feederTimes: String(v.times ?? '')
      .split(/[\s,;]+/)
      .filter(Boolean),
    farmGrownShare: Number(v.share ?? 0) / 100,
    feedMinorPerKg: toMinor(Number(v.price ?? 0), currency),
    fingerlingMinor: toMinor(Number(v.fingerling ?? 0), currency),
    leadDays: v.leadDays,
    quarantineDays: v.quarantineDays,
  };
}

/** A table as it comes from a spreadsheet. @throws {RuleBroken} naming the row that is wrong */
export function tableFromCsv(text: string) {
  return readFeedRows(
    parse(text, { skip_empty_lines: true, trim: true, relax_column_count: true, delimiter: [',', ';', '\t'] }),
  );
}

/** The table as a file that a spreadsheet opens. */
export function csvOf(rule: FeedRule): string {
  const rows = rule.table.map((r) => [r.uptoG, r.percentPerDay]);
  const columns = [say`up to g`, say`percent of body weight a day`];
  return `data:text/csv;charset=utf-8,${encodeURIComponent(stringify(rows, { header: true, columns }))}`;
}
