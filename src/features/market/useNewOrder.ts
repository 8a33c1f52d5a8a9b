import { useGo } from '../../ui/shell/visit';
import { say } from '../../core/words/words';
import { useEffect, useState, useTransition } from 'react';
import { useFieldArray, useForm, useWatch } from 'react-hook-form';
import { addDays } from '../../core/quantity/days';
import { storedValues } from '../../ui/form/RecordField';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { takeOrder } from './actions';
import type { NewOrderPage } from './queries';
import { useKeptTyping } from '../../ui/form/useKeptTyping';

export interface Typed {
  customerId: string;
  dueDay: string;
  lines: { productCode: string; quantity: string }[];
}

/** What is typed in each line, in stored units, or what is wrong with it. */
function readLines(page: NewOrderPage, values: Typed) {
  return values.lines.map((line) => {
    const unit = page.products.find((p) => p.code === line.productCode)?.unit;
    const field = {
      name: 'quantity',
      label: say`Quantity`,
      kind: unit === 'kg' ? ('quantity' as const) : ('count' as const),
      ...(unit === 'kg' ? { quantity: 'mass' as const } : {}),
    };
    return storedValues([field], { quantity: line.quantity }, page.units);
  });
}

/** An order from its first line to its answer: judged line by line, asked about once, taken once. */
export function useNewOrder(page: NewOrderPage) {
  const go = useGo();
  const [entryKey, answered, adopt] = useEntryKey();
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [asked, setAsked] = useState<string[]>([]);
  const [confirmed, setConfirmed] = useState(false);
  const [pending, start] = useTransition();
  const form = useForm<Typed>({
    defaultValues: {
      customerId: '',
      dueDay: addDays(page.day < page.today ? page.today : page.day, 7),
      lines: [{ productCode: '', quantity: '' }],
    },
  });
  const kept = useKeptTyping({ form, name: 'order', entryKey, adopt });
  const lines = useFieldArray({ control: form.control, name: 'lines' });
  // A question belongs to the order that raised it.
  useEffect(() => {
    const clear = () => {
      setAsked([]);
      setConfirmed(false);
    };
    return form.subscribe({ formState: { values: true }, callback: clear });
  }, [form]);
  const typed = useWatch({ control: form.control }) as Typed;

  const send = form.handleSubmit((values) => {
    const read = readLines(page, values);
    const bad = Object.fromEntries(read.flatMap((r, i) => (r.ok ? [] : [[`lines.${i}.quantity`, r.fields.quantity!]])));
    if (Object.keys(bad).length > 0) return setWrong(bad);
    start(async () => {
      try {
        const outcome = await takeOrder({
          entryKey,
          ...(confirmed ? { confirmed } : {}),
          customerId: values.customerId,
          dueDay: values.dueDay,
          lines: values.lines.map((line, i) => ({
            productCode: line.productCode,
            quantity: read[i]!.ok ? (read[i] as { values: Record<string, unknown> }).values.quantity : 0,
          })),
        });
        answered(outcome);
        if (outcome.ok) kept.done();
        if (outcome.ok) go(`/market/orders/${outcome.value}`);
        else {
          const { confirm, ...faults } = outcome.fields;
          setAsked(confirm?.flatMap((w) => w.split('\n')) ?? []);
          setWrong(Object.fromEntries(Object.entries(faults).map(([k, [words]]) => [k, words ?? ''])));
        }
      } catch {
        setWrong({ form: say`No connection: what you typed is still here. Press again when it is back.` });
      }
    });
  });
  return { form, typed, lines, wrong, asked, confirmed, setConfirmed, pending, kept, send };
}
