import { say } from '../words/words';
import type { FarmDescription } from './description';
import { readParts } from './readParts';

/** A table of places as a grower keeps it: the first row names the columns, in whatever order. */

const COLUMNS: [key: string, is: RegExp][] = [
  ['code', /^(code|name|tank|bed|place|nr|no|id)/],
  ['what', /^(what|type|kind|role|part)/],
  ['volume', /^(volume|water|size)|litre|liter|gallon|m3|m³$|\(l\)/],
  ['holes', /^(holes|sites|places|positions|plants|cells)/],
  ['length', /^length/],
  ['width', /^width/],
  ['loop', /^(loop|system|water system)/],
  ['room', /^(room|house|where|zone)/],
];

const unitOf = (head: string): string => {
  const named = /[([]?(m³|m3|l|litres?|liters?|gal(?:lons)?|ft|m|cm)[)\]]?\s*$/i.exec(head.trim());
  return named?.[1]?.toLowerCase() ?? '';
};

export interface PartTableRead {
  description: FarmDescription;
  taken: number;
  /** Rows that could not be taken, with the reason. Row 1 is the head. */
  faults: { row: number; words: string; cells: string[] }[];
}

/** Lines in words, one a row, or a table with a head: good rows are taken, the others are told. */
export function readPartTable(d: FarmDescription, rows: string[][]): PartTableRead {
  const columns =
    rows[0]?.map((head) => COLUMNS.find(([, is]) => is.test(head.trim().toLowerCase()))?.[0] ?? null) ?? [];
  const isTable = columns.filter(Boolean).length >= 2;
  const result: PartTableRead = { description: d, taken: 0, faults: [] };
  rows.slice(isTable ? 1 : 0).forEach((cells, i) => {
    if (cells.every((c) => !c.trim())) return;
    const line = isTable ? lineOf(cells, columns, rows[0]!) : cells.join(' ');
    const now = result.description;
    const read = readParts(line, {
      loop: now.places.at(-1)?.loop ?? now.loops[0]?.code ?? null,
      loops: now.loops.map((l) => l.code),
      taken: now.places.map((p) => p.code),
      machines: now.equipment.map((e) => e.name),
    });
    if (typeof read === 'string') return result.faults.push({ row: i + (isTable ? 2 : 1), words: read, cells });
    result.taken += read.places.length + read.equipment.length;
    result.description = {
      ...now,
      places: [...now.places, ...read.places],
      equipment: [...now.equipment, ...read.equipment],
    };
  });
  if (rows.length === 0) result.faults.push({ row: 1, words: say`There is nothing in it.`, cells: [] });
  return result;
}

/** The line that a row stands for: what the line takes, a table takes. */
function lineOf(cells: string[], columns: (string | null)[], heads: string[]): string {
  const cell = (key: string) => {
    const at = columns.indexOf(key);
    return at < 0 ? '' : (cells[at] ?? '').trim();
  };
  const unit = (key: string, otherwise: string) => unitOf(heads[columns.indexOf(key)] ?? '') || otherwise;
  const withUnit = (key: string, otherwise: string) =>
    cell(key) && /[a-z³²]\s*$/i.test(cell(key)) ? cell(key) : cell(key) && `${cell(key)} ${unit(key, otherwise)}`;
  const what = cell('what') || (cell('holes') ? 'bed' : 'tank');
  const sides = cell('length') && cell('width') ? `, ${cell('length')} × ${cell('width')} ${unit('length', 'm')}` : '';
  return [
    what,
    cell('holes') && `of ${cell('holes')} holes`,
    cell('volume') && `of ${withUnit('volume', 'L')}`,
    sides,
    cell('code') && `named ${cell('code')}`,
    cell('room') && `in ${cell('room')}`,
    cell('loop') && `for ${cell('loop')}`,
  ]
    .filter(Boolean)
    .join(' ');
}
