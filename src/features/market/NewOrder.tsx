'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { UseFieldArrayReturn, UseFormReturn } from 'react-hook-form';
import { manyOf, unitName } from '../../core/quantity/units';
import { EntryWords } from '../../ui/form/useEntry';
import { askFree } from './actions';
import type { NewOrderPage } from './queries';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { OrderBeside } from './OrderBeside';
import css from './market.module.css';
import { exactly } from '../../core/market/freeOn';
import { codeWords } from '../../core/words/codes';
import { DayField } from '../../ui/form/DayField';

import { useNewOrder, type Typed } from './useNewOrder';

/** A new order; what is free to promise on its day stands beside each line before you say yes. */
export function NewOrder({ page }: { page: NewOrderPage }) {
  const { form, typed, lines, wrong, asked, confirmed, setConfirmed, pending, kept, send } = useNewOrder(page);
  const add = (productCode: string) => {
    const empty = typed.lines.findIndex((l) => !l.productCode && !l.quantity);
    if (empty >= 0) form.setValue(`lines.${empty}.productCode`, productCode);
    else lines.append({ productCode, quantity: '' });
  };
  return (
    <div className={css.desk}>
      <Sheet as="form" onSubmit={send} noValidate className={css.order}>
        <SheetHead>
          <h1>{say`New order`}</h1>
        </SheetHead>
        <SheetBody stack>
          <TextField
            select
            label={say`Customer`}
            {...form.register('customerId')}
            value={typed.customerId}
            error={!!wrong.customerId}
            helperText={wrong.customerId}
          >
            {page.customers.map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.name}, {codeWords(c.channel)}
              </MenuItem>
            ))}
          </TextField>
          <DayField
            label={say`To be delivered on`}
            value={typed.dueDay}
            onChange={(day) => form.setValue('dueDay', day)}
            error={!!wrong.dueDay}
            helperText={wrong.dueDay}
          />
          {lines.fields.map((line, i) => {
            const product = page.products.find((p) => p.code === typed.lines[i]?.productCode);
            return (
              <LineFields
                key={line.id}
                form={form}
                i={i}
                typed={typed}
                wrong={wrong}
                page={page}
                product={product}
                lines={lines}
              />
            );
          })}
          <EntryWords asked={asked} confirmed={confirmed} setConfirmed={setConfirmed} formError={null} kept={kept} />
          {wrong.form && (
            <Mark as="p" tone="danger" role="alert">
              {wrong.form}
            </Mark>
          )}
          <Buttons>
            <Button type="submit" variant="contained" disabled={pending || (asked.length > 0 && !confirmed)}>
              {say`Take the order`}
            </Button>
            <Button onClick={() => lines.append({ productCode: '', quantity: '' })}>{say`Another line`}</Button>
          </Buttons>
        </SheetBody>
      </Sheet>
      <OrderBeside
        page={page}
        customerId={typed.customerId}
        day={typed.dueDay}
        onAdd={add}
        onRepeat={(order) => lines.replace(order.lines.map((l) => ({ productCode: l.productCode, quantity: l.typed })))}
      />
    </div>
  );
}

interface LineFieldsProps {
  form: UseFormReturn<Typed>;
  i: number;
  typed: Typed;
  wrong: Record<string, string>;
  page: NewOrderPage;
  product: NewOrderPage['products'][number] | undefined;
  lines: UseFieldArrayReturn<Typed, 'lines', 'id'>;
}

function LineFields({ form, i, typed, wrong, page, product, lines }: LineFieldsProps) {
  return (
    <div className={css.line}>
      <TextField
        select
        label={say`Product`}
        {...form.register(`lines.${i}.productCode`)}
        value={typed.lines[i]?.productCode ?? ''}
        error={!!wrong[`lines.${i}.productCode`]}
        helperText={wrong[`lines.${i}.productCode`]}
      >
        {page.products.map((p) => (
          <MenuItem key={p.code} value={p.code}>
            {p.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={
          product?.unit === 'kg'
            ? say`Quantity, ${unitName('mass', page.units)}`
            : say`Quantity${product ? `, ${product.unit === 'fish' ? say`live fish` : manyOf(product.unit)}` : ''}`
        }
        {...form.register(`lines.${i}.quantity`)}
        error={!!wrong[`lines.${i}.quantity`]}
        helperText={wrong[`lines.${i}.quantity`]}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button
        onClick={() => lines.remove(i)}
        disabled={lines.fields.length === 1}
        aria-label={say`Remove line ${i + 1}`}
      >
        {say`Remove`}
      </Button>
      {product && (
        <div className={css.whole}>
          <Free productCode={product.code} day={typed.dueDay} />
          {product.packSize && (
            <Text as="p" small quiet>
              {say`Sold in packs of ${exactly(product.packSize, product.unit, page.units)}.`}
            </Text>
          )}
        </div>
      )}
    </div>
  );
}

function Free({ productCode, day }: { productCode: string; day: string }) {
  const [known, setKnown] = useState<{ of: string; words: string } | null>(null);
  const key = `${productCode}|${day}`;
  useEffect(() => {
    let here = true;
    askFree(productCode, day).then(
      (free) =>
        here &&
        setKnown({
          of: `${productCode}|${day}`,
          words: free ?? say`No forecast reaches that day`,
        }),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [productCode, day]);
  return (
    <Text as="p" small quiet>
      {known?.of === key ? known.words : say`Looking what is free…`}
    </Text>
  );
}
