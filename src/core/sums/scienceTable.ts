import { say } from '../words/words';
import { isChoice, type Sum, type SumField } from './sum';
import { SUMS } from './sums';

/** The tables of docs/science.md, from the registry. */
export function scienceTables(): string {
  const groups = [...new Set(SUMS.map((s) => s.group))];
  return groups.map((group) => `## ${group}\n\n${table(SUMS.filter((s) => s.group === group))}`).join('\n\n');
}

function table(sums: readonly Sum[]): string {
  const rows = sums.map((s) => [
    `${s.title}<br>\`${s.name}\``,
    s.inputs.map(sayInput).join('<br>'),
    `${s.result.words}${s.result.unit ? `, ${s.result.unit}` : ''}`,
    s.formula,
    `${s.source}${s.basis === 'published' ? '' : ` (${s.basis})`}`,
  ]);
  const line = (cells: string[]) => `| ${cells.map((c) => c.replaceAll('|', '\\|')).join(' | ')} |`;
  return [
    line(['calculation', say`goes in`, 'gives', 'how', 'source']),
    line(['---', '---', '---', '---', '---']),
    ...rows.map(line),
  ].join('\n');
}

function sayInput(field: SumField): string {
  if (isChoice(field)) return say`${field.words} of the library`;
  const [low, high] = field.range;
  return say`${field.words}, ${low} to ${high}${field.unit ? ` ${field.unit}` : ''}${field.many ? say`, several` : ''}`;
}
