'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { PRODUCT_FORMS } from '../../core/market/forms';
import { toMajor, toMinor } from '../../core/quantity/money';
import { soldBy } from '../../core/quantity/sold';
import { formatNumber } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { PutAway } from '../../ui/form/PutAway';
import { Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import type { Outcome } from '../../ui/outcome';
import type { ProductsPage } from './queries';
import { oneOf, takesOf, takesShown, takesUnit, type Product, type Taking } from './takes';
import type { Said } from './useAct';

type Of = Pick<Product, 'unit' | 'form' | 'name' | 'priceMinor' | 'shelfLifeDays' | 'leastLeftDays' | 'packSize'>;

/** What is asked of every product. */
function fieldsOf(p: Of, currency: string): FormField[] {
  const isKg = p.unit === 'kg';
  return [
    { name: 'name', label: word`Name`, kind: 'text', start: p.name },
    {
      name: 'price',
      label: word`Price`,
      ...(isKg ? { kind: 'quantity', quantity: 'perMass' } : { kind: 'number' }),
      half: true,
      start: p.priceMinor > 0 ? toMajor(p.priceMinor, currency) : '',
    },
    { name: 'shelfLifeDays', label: word`Keeps, days`, kind: 'count', half: true, start: p.shelfLifeDays },
    {
      name: 'leastLeftDays',
      label: word`At least that many left for the customer`,
      kind: 'count',
      optional: true,
      half: true,
      start: p.leastLeftDays,
    },
    {
      name: 'form',
      label: word`Form`,
      kind: 'select',
      optional: true,
      half: true,
      options: [['', word`not said`], ...PRODUCT_FORMS.map(([code, words]): [string, string] => [code, words])],
      start: p.form ?? '',
    },
    {
      name: 'packSize',
      label: isKg ? word`A pack holds` : word`A pack holds, pieces`,
      ...(isKg ? { kind: 'quantity', quantity: 'smallMass' } : { kind: 'number' }),
      optional: true,
      start: p.packSize ?? '',
    },
  ];
}

const takesField = (taking: Taking, start: number | ''): FormField => ({
  name: 'takes',
  label: say`For ${oneOf(taking.unit, taking.units)} it takes, ${takesUnit(taking)}`,
  kind: 'number',
  half: true,
  start,
});

/** Values of the form as a command takes them; a fault of the price is shown at the price. */
async function sendProduct(
  act: string,
  { price, form, ...values }: Record<string, unknown>,
  currency: string,
): Promise<Outcome<Said>> {
  const outcome = await send<Said>(act, {
    ...values,
    ...(form ? { form } : {}),
    priceMinor: typeof price === 'number' ? toMinor(price, currency) : price,
  });
  if (outcome.ok || !outcome.fields.priceMinor) return outcome;
  return { ...outcome, fields: { ...outcome.fields, price: outcome.fields.priceMinor } };
}

interface ChangeProductProps {
  p: Product;
  page: ProductsPage;
  onDone: (words: string) => void;
  onLeave: () => void;
}

export function ChangeProduct({ p, page: { currency, units }, onDone, onLeave }: ChangeProductProps) {
  const main = p.madeFrom;
  const taking = { unit: p.unit, mainUnit: main?.unit ?? p.unit, units };
  const fields = fieldsOf(p, currency);
  if (main) fields.push(takesField(taking, round(takesShown(main.takes, taking))));
  return (
    <Sheet aria-label={say`Change ${p.name}`}>
      <SheetHead>
        <h2>{say`Change ${p.name}`}</h2>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about={p.code}
          fields={fields}
          units={units}
          submit={say`Keep`}
          send={({ takes, ...values }) =>
            sendProduct(
              'setup.product@1',
              {
                ...values,
                code: p.code,
                version: p.version,
                ...(main && typeof takes === 'number' ? { takes: takesOf(takes, taking) } : {}),
              },
              currency,
            )
          }
          onDone={(v) => onDone(v.words)}
          beside={
            <>
              <Button onClick={onLeave}>{say`Leave it`}</Button>
              <PutAway
                name={p.name}
                says={say`It is not offered any more; what is packed or promised of it stays.`}
                send={(v) => send<Said>('setup.retireProduct@1', { ...v, code: p.code, version: p.version })}
                onDone={(v) => onDone(v.words)}
              />
            </>
          }
        />
      </SheetBody>
    </Sheet>
  );
}

const round = (value: number) => Number(value.toPrecision(4));

/** A second product out of the supply of a first: fillets of whole fish, leaves of heads. */
export function AddProduct({ page, onDone }: { page: ProductsPage; onDone: (words: string) => void }) {
  const mains = page.products.filter((p) => !p.live && !p.madeFrom && !p.retiredOn);
  const [code, setCode] = useState('');
  const [unit, setUnit] = useState('kg');
  const main = mains.find((p) => p.code === code);
  const sold = main?.speciesCode ? 'kg' : unit;
  return (
    <Sheet aria-label={say`One supply, another product`}>
      <SheetHead>
        <h2>{say`One supply, another product`}</h2>
        <Text quiet>{say`fillets of whole fish, leaves of heads: promised from one count`}</Text>
      </SheetHead>
      <SheetBody stack>
        <TextField select label={say`Made of`} value={code} onChange={(e) => setCode(e.target.value)}>
          {mains.map((p) => (
            <MenuItem key={p.code} value={p.code}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        {main && !main.speciesCode && (
          <TextField select label={say`Sold by`} value={unit} onChange={(e) => setUnit(e.target.value)}>
            <MenuItem value="kg">{soldBy('kg', page.units)}</MenuItem>
            <MenuItem value="head">{say`head`}</MenuItem>
            <MenuItem value="bunch">{say`bunch`}</MenuItem>
          </TextField>
        )}
        {main && <NewProductForm key={`${code}${sold}`} main={main} unit={sold} page={page} onDone={onDone} />}
      </SheetBody>
    </Sheet>
  );
}

interface NewProductFormProps {
  main: Product;
  unit: string;
  page: ProductsPage;
  onDone: (words: string) => void;
}

function NewProductForm({ main, unit, page, onDone }: NewProductFormProps) {
  const { currency, units } = page;
  const taking = { unit, mainUnit: main.unit, units };
  const blank = { unit, form: null, name: '', priceMinor: 0, leastLeftDays: 0, packSize: null };
  return (
    <ActionForm
      about={`of ${main.code}`}
      fields={[
        { ...takesField(taking, ''), help: dressedWords(page, main) },
        ...fieldsOf({ ...blank, shelfLifeDays: main.shelfLifeDays }, currency),
      ]}
      units={units}
      submit={say`Add the product`}
      send={({ takes, ...values }) =>
        sendProduct(
          'setup.addProduct@1',
          {
            ...values,
            madeFrom: main.code,
            unit,
            takes: typeof takes === 'number' ? takesOf(takes, taking) : takes,
          },
          currency,
        )
      }
      onDone={(v) => onDone(v.words)}
    />
  );
}

/** What the library says is left of a whole fish. */
function dressedWords({ dressing }: ProductsPage, { speciesCode }: Product): string {
  const { gutted, fillet } = dressing[speciesCode ?? ''] ?? { gutted: null, fillet: null };
  const says = [
    gutted ? say`gutted ${formatNumber(1 / gutted, 2)}` : null,
    fillet ? say`fillet ${formatNumber(1 / fillet, 2)}` : null,
  ].filter(Boolean);
  return says.length > 0 ? say`by the library: ${says.join(', ')}` : '';
}
