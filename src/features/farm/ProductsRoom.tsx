'use client';
import { formatMass } from '../../core/quantity/units';
import { autocompleteWords } from '../../ui/form/autocompleteWords';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { formatPrice, priceShown, soldBy } from '../../core/quantity/sold';
import { PRODUCT_FORMS } from '../../core/market/forms';
import { plural, say, told } from '../../core/words/words';
import { send } from '../../commands/client';
import {
  Buttons,
  Columns,
  Empty,
  Mark,
  PageHead,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  WordButton,
} from '../../ui/kit/kit';
import { newEntryKey, noConnection } from '../../ui/outcome';
import { Comes } from '../../ui/kit/Comes';
import { FarmNav } from './FarmNav';
import { PriceLists } from './PriceLists';
import { AddProduct, ChangeProduct } from './ProductForms';
import { takesWords } from './takes';
import type { Said } from './useAct';
import type { ProductsPage } from './queries';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

type Product = ProductsPage['products'][number];
/** What is sold, at which price, and how long it keeps. */
export function ProductsRoom({ page }: { page: ProductsPage }) {
  const [changing, setChanging] = useState<Product | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const sold = page.products.filter((p) => !p.retiredOn);
  const away = page.products.filter((p) => p.retiredOn);
  const unpriced = sold.filter((p) => p.priceMinor === 0).length;
  return (
    <Stack>
      <FarmNav here="/farm/products" suffix="" />
      <PageHead>
        <h1>{say`Products and prices`}</h1>
        <Text quiet>{say`in ${page.currency}, for orders taken from now on`}</Text>
      </PageHead>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      {unpriced > 0 && (
        <Mark tone="soon">
          {plural(
            unpriced,
            '# product has no price yet: it would be sold for nothing.',
            '# products have no price yet: they would be sold for nothing.',
          )}
        </Mark>
      )}
      <Columns>
        <Sheet>
          <SheetHead>
            <h2>{say`What is sold`}</h2>
          </SheetHead>
          {sold.length === 0 ? (
            <Empty>{say`Nothing yet. Take a species or a crop onto the farm first.`}</Empty>
          ) : (
            <SoldTable page={page} sold={sold} onChange={setChanging} />
          )}
          {away.length > 0 && (
            <SheetBody>
              <Text as="p" small quiet>
                {say`Put away: ${away.map((p) => p.name).join(', ')}.`}
              </Text>
            </SheetBody>
          )}
        </Sheet>
        <Stack>
          {changing && (
            <Comes key={changing.code}>
              <ChangeProduct
                p={changing}
                page={page}
                onDone={(words) => {
                  setSaid(words);
                  setChanging(null);
                }}
                onLeave={() => setChanging(null)}
              />
            </Comes>
          )}
          {page.mayChange && sold.some((p) => !p.live) && <AddProduct page={page} onDone={setSaid} />}
          <PriceLists page={page} />
          {page.mayChange && <FromLibrary page={page} onDone={setSaid} />}
        </Stack>
      </Columns>
    </Stack>
  );
}

interface SoldTableProps {
  page: ProductsPage;
  sold: readonly Product[];
  onChange: (p: Product) => void;
}

function SoldTable({ page, sold, onChange }: SoldTableProps) {
  const buttons: Column<Product> = {
    head: '',
    value: () => null,
    only: 'screen',
    cell: (p) => (
      <WordButton type="button" onClick={() => onChange(p)} aria-label={say`Change ${p.name}`}>
        {say`change`}
      </WordButton>
    ),
  };
  const columns: Column<Product>[] = [
    {
      head: say`Product`,
      value: (p) => p.name,
      cell: (p) => (
        <>
          <Text strong>{p.name}</Text>
          {p.madeFrom && (
            <Text as="div" small quiet>
              {takesWords(p, p.madeFrom, page.units)}
            </Text>
          )}
        </>
      ),
    },
    { head: say`Sold by`, value: soldAs },
    {
      head: say`Keeps`,
      value: (p) => p.shelfLifeDays,
      unit: say`days`,
      look: { right: true },
      labelled: true,
      cell: (p) => <KeepsDays p={p} />,
    },
    { head: say`Left for the customer`, value: (p) => p.leastLeftDays, unit: say`days`, only: 'file' },
    {
      head: say`Price`,
      value: (p) => (p.priceMinor > 0 ? priceShown(p.priceMinor, p.unit, page.units) : null),
      money: page.currency,
      look: { num: true },
      labelled: true,
      cell: (p) =>
        p.priceMinor > 0 ? (
          formatPrice(p.priceMinor, p.unit, page.currency)
        ) : (
          <Text tone="attention">{say`none yet`}</Text>
        ),
    },
    ...(page.mayChange ? [buttons] : []),
  ];
  return <DataTable label={say`Products`} stack rows={sold} rowKey={(p) => p.code} columns={columns} />;
}

/** Its unit, its form where it is said, and what a pack holds. */
function soldAs({ unit, form, packSize }: Product): string {
  const words = PRODUCT_FORMS.find(([code]) => code === form)?.[1];
  const pack = packSize && (unit === 'kg' ? say`packs of ${formatMass(packSize)}` : say`packs of ${packSize}`);
  return [soldBy(unit), words && told(words), pack].filter(Boolean).join(' · ');
}

function KeepsDays({ p: { shelfLifeDays, leastLeftDays } }: { p: Product }) {
  return (
    <>
      <Text mono>{plural(shelfLifeDays, '# day', '# days')}</Text>
      {leastLeftDays > 0 && (
        <Text as="div" small quiet>
          {plural(leastLeftDays, '# of them with the customer', '# of them with the customer')}
        </Text>
      )}
    </>
  );
}

/** Species and crops of the library that are not on the farm yet. */
function FromLibrary({ page, onDone }: { page: ProductsPage; onDone: (words: string) => void }) {
  const [chosen, setChosen] = useState<ProductsPage['library'][number] | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const take = async () => {
    if (!chosen) return;
    const outcome = await send<Said>('setup.addKind@1', {
      what: chosen.what,
      code: chosen.code,
      entryKey: newEntryKey(),
    }).catch(() => null);
    if (outcome?.ok) {
      onDone(outcome.value.words);
      setChosen(null);
    }
    setWrong(outcome?.ok ? null : outcome ? (Object.values(outcome.fields)[0]?.[0] ?? null) : noConnection());
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`From the library`}</h2>
        <Text quiet>{say`with planning defaults, to be changed`}</Text>
      </SheetHead>
      <SheetBody stack>
        <Autocomplete
          {...autocompleteWords()}
          options={page.library}
          groupBy={(k) => (k.what === 'species' ? say`Fish` : say`Crops`)}
          getOptionLabel={(k) => k.name}
          getOptionKey={(k) => k.code}
          value={chosen}
          onChange={(_, k) => setChosen(k)}
          renderInput={(props) => (
            <TextField {...props} label={say`Species or crop`} error={!!wrong} helperText={wrong} />
          )}
        />
        <Buttons>
          <Button variant="outlined" disabled={!chosen} onClick={() => void take()}>
            {say`Take it onto the farm`}
          </Button>
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}
