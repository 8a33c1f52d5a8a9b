'use client';
import { say } from '../../../core/words/words';
import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import { useState } from 'react';
import { toMajor, toMinor } from '../../../core/quantity/money';
import { readFeedRows } from '../../../core/fish/scaleFile';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { keepFeedRule, type Said } from '../actions';
import type { FeedPage } from './feedQueries';
import { SaidLines } from '../SaidLines';
import { Sheet, SheetBody, SheetHead, Text, Unseen } from '../../../ui/kit/kit';
import { FileChip } from '../../../ui/kit/SmallInput';
import Button from '@mui/material/Button';
import css from '../cohorts.module.css';

/** How one species is fed: by growth or by a table of the farm's own, which goes out and comes in as CSV. */
export function FeedRuleSheet({ rule, page }: { rule: FeedPage['rules'][number]; page: FeedPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const [table, setTable] = useState(rule.table.map((r) => `${r.uptoG}, ${r.percentPerDay}`).join('\n'));
  const [wrong, setWrong] = useState<string | null>(null);
  const rows = (text: string) =>
    readFeedRows(
      parse(text, { skip_empty_lines: true, trim: true, relax_column_count: true, delimiter: [',', ';', '\t'] }),
    );
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      setTable(
        rows(await file.text())
          .map((r) => `${r.uptoG}, ${r.percentPerDay}`)
          .join('\n'),
      );
      setWrong(null);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  const save = async (v: Record<string, unknown>) => {
    let parsed: ReturnType<typeof readFeedRows> = [];
    try {
      if (table.trim()) parsed = rows(table);
      setWrong(null);
    } catch (error) {
      setWrong((error as Error).message);
      return { ok: false as const, fields: { form: [say`The table needs mending first.`] } };
    }
    return keepFeedRule({
      entryKey: v.entryKey,
      speciesCode: rule.speciesCode,
      version: rule.version,
      ration: v.ration,
      table: parsed,
      feederTimes: String(v.times ?? '')
        .split(/[\s,;]+/)
        .filter(Boolean),
      farmGrownShare: Number(v.share ?? 0) / 100,
      feedMinorPerKg: toMinor(Number(v.price ?? 0), page.currency),
      fingerlingMinor: toMinor(Number(v.fingerling ?? 0), page.currency),
      leadDays: v.leadDays,
      quarantineDays: v.quarantineDays,
    });
  };
  const href = `data:text/csv;charset=utf-8,${encodeURIComponent(
    stringify(
      rule.table.map((r) => [r.uptoG, r.percentPerDay]),
      { header: true, columns: [say`up to g`, say`percent of body weight a day`] },
    ),
  )}`;
  const fields: FormField[] = [
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
      label: say`Feed, ${page.currency} a kg`,
      kind: 'number',
      start: toMajor(rule.feedMinorPerKg, page.currency),
    },
    {
      name: 'fingerling',
      label: say`Fingerling of 10 g, ${page.currency} each`,
      kind: 'number',
      start: toMajor(rule.fingerlingMinor, page.currency),
    },
    { name: 'leadDays', label: say`Days from order to feed delivery`, kind: 'count', start: rule.leadDays },
    { name: 'quarantineDays', label: say`Days in quarantine`, kind: 'count', start: rule.quarantineDays },
  ];
  return (
    <Sheet>
      <SheetHead>
        <h2>{rule.name}</h2>
      </SheetHead>
      <SheetBody>
        <SaidLines said={said} />
        <ActionForm
          fields={fields}
          units={page.units}
          submit={say`Keep`}
          onDone={setSaid}
          send={save}
          beside={
            <>
              <FileChip>
                {say`Table from CSV`}
                <Unseen
                  as="input"
                  type="file"
                  accept=".csv,text/csv"
                  onChange={(e) => void read(e.target.files?.[0])}
                />
              </FileChip>
              {rule.table.length > 0 && (
                <Button
                  component="a"
                  variant="outlined"
                  color="inherit"
                  href={href}
                  download={`feed-${rule.speciesCode}.csv`}
                >
                  {say`Table as CSV`}
                </Button>
              )}
            </>
          }
        >
          {() => (
            <Text as="label" small>
              {say`Table: fish up to this weight in g, percent of body weight a day`}
              <Text
                as="textarea"
                mono
                rows={5}
                value={table}
                onChange={(e) => setTable(e.target.value)}
                className={css.tableFile}
              />
              {wrong && (
                <Text tone="danger" role="alert">
                  {wrong}
                </Text>
              )}
            </Text>
          )}
        </ActionForm>
      </SheetBody>
    </Sheet>
  );
}
