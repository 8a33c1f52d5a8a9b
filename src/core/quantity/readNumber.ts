import { speech } from '../words/words';

const marks = new Map<string, string>();

/** What parts whole from decimals where the person writes: "." or ",". */
export function decimalMark(locale = speech().locale): string {
  let mark = marks.get(locale);
  if (!mark) {
    mark = new Intl.NumberFormat(locale).formatToParts(1.5).find((p) => p.type === 'decimal')?.value ?? '.';
    marks.set(locale, mark);
  }
  return mark;
}

const GROUPED = { '.': /^-?[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/, ',': /^-?[1-9]\d{0,2}(\.\d{3})+(,\d+)?$/ };

/**
 * A number as typed. Both comma and point are taken for the decimal mark, and spaces between thousands; only where the
 * person’s locale would write it so is the other mark one between thousands ("1,234" is 1234 in London, 1.234 in Kiel).
 * @returns the number, or null when it is none
 */
export function readNumber(text: string): number | null {
  const plain = text.trim().replace(/[\s\u00a0\u202f'’]/g, '');
  const mark = decimalMark() === ',' ? ',' : '.';
  const grouped = GROUPED[mark].test(plain) ? plain.replaceAll(mark === ',' ? '.' : ',', '') : plain;
  const clean = grouped.replace(',', '.');
  return /^-?(\d+(\.\d*)?|\.\d+)$/.test(clean) ? Number(clean) : null;
}
