import { useRef, useState } from 'react';
import { checkTable, packets, type CheckedTable } from '../../../core/tables/checkTable';
import { columnsOfHead, isTwoWays, rowsUnder, type DayOrder } from '../../../core/tables/readTable';
import type { TableKindModule } from '../../../core/tables/tableKind';
import { readNumber } from '../../../core/quantity/readNumber';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { send } from '../../../commands/client';
import { readRows } from '../../../ui/table/readRows';
import { newEntryKey, type Outcome, noConnection } from '../../../ui/outcome';
import type { TableContext } from './queries';
import { timesUndone } from './useTable';

const MOST_MB = 20;
const BYTES_A_MB = 1_000_000;

export interface BroughtFile {
  name: string;
  rows: string[][];
  headed: boolean;
  /** Which column of the kind each column of the file is. */
  map: (string | null)[];
}

export interface Bringing {
  share: number;
  words: string;
}

/** What came of it: rows that are in now, and the entries that can be taken back. */
export interface BroughtIn {
  words: string;
  entryKeys: string[];
}

const breathe = () => new Promise<void>((resolve) => setTimeout(resolve));

/** Sends one packet; a question is asked of the person, a fault ends it. */
const sendPacket = (act: string, body: Record<string, unknown>): Promise<Outcome<{ words: string }> | null> =>
  send<{ words: string }>(act, body).catch(() => null);

/** @returns the file laid under the columns of the kind, as far as its heads tell; or why it cannot be read */
async function openFile(kind: TableKindModule, chosen: File): Promise<BroughtFile | string> {
  if (chosen.size > MOST_MB * BYTES_A_MB) {
    const mb = formatNumber(Math.round(chosen.size / BYTES_A_MB));
    return say`${chosen.name} has ${mb} MB; at most ${MOST_MB} MB go in at once. Split it, or check the file.`;
  }
  const rows = readRows(await chosen.text());
  if (rows.length === 0) return say`${chosen.name} is empty.`;
  const map = columnsOfHead(kind, rows[0]!);
  // A first row of numbers that names nothing is a row like the others.
  const headed = map.some((name) => name !== null) || rows[0]!.every((cell) => readNumber(cell) === null);
  return { name: chosen.name, rows, headed, map };
}

/** A file that is read, laid under columns, checked, and taken in packet by packet. */
export function useBring(kind: TableKindModule, context: TableContext) {
  const [file, setFile] = useState<BroughtFile | null>(null);
  const [dayOrder, setDayOrder] = useState<DayOrder>();
  const [means, setMeans] = useState<Record<string, Record<string, string>>>({});
  const [checked, setChecked] = useState<CheckedTable | null>(null);
  const [going, setGoing] = useState<Bringing | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const [done, setDone] = useState<BroughtIn | null>(null);
  const stopped = useRef(false);

  const change = (next: BroughtFile | null) => {
    setFile(next);
    setChecked(null);
    setAsked(null);
    setWrong(null);
  };
  const open = async (chosen: File) => {
    setDone(null);
    setDayOrder(undefined);
    setMeans({});
    const read = await openFile(kind, chosen);
    change(typeof read === 'string' ? null : read);
    if (typeof read === 'string') setWrong(read);
  };
  const twoWays = file !== null && dayOrder === undefined && isTwoWays(kind, rowsUnder(kind, file));

  const check = async (meaning = means) => {
    if (!file || twoWays) return;
    const { unitOfProduct } = context;
    const about = { kind, ...context, unitOfProduct: (code: string) => unitOfProduct[code], dayOrder, means: meaning };
    setDone(null);
    setGoing({ share: 0, words: say`Checking` });
    await breathe();
    const found = await checkTable(file, about, async (share) => {
      setGoing({ share, words: say`Checking` });
      await breathe();
    });
    setGoing(null);
    setChecked(found);
  };

  /** Says what a name of the file stands for here, wherever it is written. */
  const mean = (column: string, text: string, code: string) => {
    const next = { ...means, [column]: { ...means[column], [text]: code } };
    setMeans(next);
    void check(next);
  };

  const takeIn = async () => {
    if (!checked) return;
    stopped.current = false;
    setWrong(null);
    const all = packets(kind, checked.good, { salt: timesUndone(kind, context) });
    const entryKeys: string[] = [];
    let rows = 0;
    for (const packet of all) {
      if (stopped.current) break;
      const share = rows / checked.good.length;
      setGoing({ share, words: say`${formatNumber(rows)} of ${formatNumber(checked.good.length)} rows are in` });
      const outcome = await sendPacket(kind.act, { ...packet, ...(asked ? { confirmed: true } : {}) });
      const stays = refusal(outcome, rows);
      if (stays) {
        setGoing(null);
        if (stays.asked) return setAsked(stays.words);
        return setWrong(stays.words);
      }
      entryKeys.push(packet.entryKey);
      rows += packet.rows.length;
    }
    setGoing(null);
    setAsked(null);
    const words = say`${formatNumber(rows)} of ${formatNumber(checked.good.length)} rows are in. The same file again adds nothing.`;
    setDone({ words, entryKeys });
    setChecked({ good: checked.good.slice(rows), faulty: checked.faulty });
  };
  const undo = async () => {
    for (const recordedKey of done?.entryKeys.toReversed() ?? [])
      await sendPacket('entry.takeBack@1', { recordedKey, entryKey: newEntryKey() });
    setDone(null);
    change(null);
  };
  return {
    file,
    change,
    open,
    check: () => void check(),
    mean,
    checked,
    going,
    wrong,
    asked,
    done,
    takeIn,
    undo,
    stop: () => (stopped.current = true),
    twoWays,
    setDayOrder,
  };
}

/** Why a packet was not taken; what went before it is in. */
function refusal(outcome: Outcome<unknown> | null, rowsBefore: number): { words: string; asked: boolean } | null {
  const before =
    rowsBefore > 0 ? ` ${say`${formatNumber(rowsBefore)} rows before it are in; press again to go on.`}` : '';
  if (!outcome) return { words: noConnection() + before, asked: false };
  if (outcome.ok) return null;
  const [field, words] = Object.entries(outcome.fields)[0]!;
  if (field === 'confirm') return { words: words[0]!, asked: true };
  const row = /^rows\.(\d+)/.exec(field);
  const where = row ? say`Right row ${formatNumber(rowsBefore + Number(row[1]) + 1)}: ` : '';
  return { words: where + words[0]! + before, asked: false };
}
