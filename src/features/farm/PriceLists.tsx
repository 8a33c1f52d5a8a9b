'use client';
import { useState } from 'react';
import { toMinor } from '../../core/quantity/money';
import { shortDay } from '../../core/quantity/sayDay';
import { formatPrice, priceStored, soldBy } from '../../core/quantity/sold';
import { say, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../ui/kit/Table';
import { Mark, Sheet, SheetBody, SheetHead, Text, WordButton } from '../../ui/kit/kit';
import { ScrollTable } from '../../ui/table/ScrollTable';
import type { ProductsPage } from './queries';
import { useAct, type Said } from './useAct';

/** Prices of other lists, and prices that begin on a day. */
export function PriceLists({ page }: { page: ProductsPage }) {
  const { said, act, tell } = useAct();
  const [kept, setKept] = useState(0);
  const stored = (minor: number, product: unknown) =>
    priceStored(minor, page.products.find((p) => p.code === product)?.unit ?? '', page.units);
  const fields: FormField[] = [
    {
      name: 'product',
      label: word`Product`,
      kind: 'select',
      options: page.products.map((p): [string, string] => [p.code, p.name]),
    },
    { name: 'list', label: word`List`, kind: 'text', start: 'usual', half: true, help: word`usual: everyone’s` },
    { name: 'fromDay', label: word`Due from`, kind: 'day', start: page.today, half: true },
    {
      name: 'price',
      label: say`Price of a ${soldBy('kg', page.units)} or a piece`,
      kind: 'number',
    },
  ];
  return (
    <Sheet aria-label={say`Prices by list and day`}>
      <SheetHead>
        <h2>{say`Prices by list and day`}</h2>
        <Text quiet>{say`for orders due from that day on; a customer’s list is set on Customers`}</Text>
      </SheetHead>
      {page.prices.length > 0 && (
        <ScrollTable label={say`Prices by list and day`} close>
          <Table>
            <TableHead>
              <TableRow>
                <HeadCell>{say`Product`}</HeadCell>
                <HeadCell>{say`List`}</HeadCell>
                <HeadCell>{say`Due from`}</HeadCell>
                <HeadCell right>{say`Price`}</HeadCell>
                {page.mayChange && <HeadCell> </HeadCell>}
              </TableRow>
            </TableHead>
            <TableBody>
              {page.prices.map((c) => (
                <TableRow key={c.id}>
                  <Cell strong>{c.product}</Cell>
                  <Cell>{c.list}</Cell>
                  <Cell nowrap>{shortDay(c.fromDay)}</Cell>
                  <Cell num>{formatPrice(c.priceMinor, c.unit, page.currency)}</Cell>
                  {page.mayChange && (
                    <Cell>
                      <WordButton
                        type="button"
                        onClick={() => void act('price.end@1', { id: c.id, version: c.version })}
                        aria-label={say`Take off ${c.product}, ${c.list}, ${shortDay(c.fromDay)}`}
                      >
                        {say`take off`}
                      </WordButton>
                    </Cell>
                  )}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </ScrollTable>
      )}
      <SheetBody stack>
        {said && (
          <Mark tone={said.ok ? 'good' : 'danger'} role="status">
            {said.words}
          </Mark>
        )}
        {page.mayChange && (
          <ActionForm
            key={kept}
            about="price"
            fields={fields}
            units={page.units}
            submit={say`Put it on the list`}
            send={async ({ price, ...values }) => {
              const priceMinor =
                typeof price === 'number' ? stored(toMinor(price, page.currency), values.product) : price;
              const outcome = await send<Said>('price.set@1', { ...values, priceMinor });
              if (outcome.ok || !outcome.fields.priceMinor) return outcome;
              return { ...outcome, fields: { ...outcome.fields, price: outcome.fields.priceMinor } };
            }}
            onDone={(v) => {
              tell(v.words);
              setKept((n) => n + 1);
            }}
          />
        )}
      </SheetBody>
    </Sheet>
  );
}
