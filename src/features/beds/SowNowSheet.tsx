'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { say } from '../../core/words/words';
import { ActionForm } from '../../ui/form/ActionForm';
import { Buttons, Sheet, SheetBody, SheetHead } from '../../ui/kit/kit';
import { SaidLines } from '../../ui/SaidLines';
import { MayWrite } from '../../ui/shell/mayWrite';
import { sowNow, type SaidOfPlants } from './actions';
import type { BedsPage } from './queries';

/** Sowing that no plan asked for; where it goes and when it is picked is planned at once. */
export function SowNowSheet({ page }: { page: BedsPage }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const seeds = page.seeds.filter((s) => s.count > 0);
  if (!use(MayWrite) || page.person.role === 'office' || page.benches.length === 0) return null;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Sow something else`}</h2>
      </SheetHead>
      <SheetBody stack>
        <SaidLines said={said} />
        {open ? (
          <ActionForm
            fields={[
              {
                name: 'cropCode',
                label: say`Crop`,
                kind: 'select',
                start: '',
                options: seeds.map((s): [string, string] => [s.code, s.name]),
              },
              { name: 'count', label: say`How many seeds`, kind: 'count', half: true, start: '' },
              {
                name: 'placeId',
                label: say`Bench`,
                kind: 'select',
                half: true,
                start: page.benches[0]![0],
                options: page.benches,
              },
            ]}
            units={page.units}
            submit={say`Sown`}
            send={sowNow}
            onDone={(v) => {
              setOpen(false);
              setSaid(typeof v === 'string' ? { words: v, lines: [] } : v);
            }}
            beside={<Button onClick={() => setOpen(false)}>{say`Leave it`}</Button>}
          />
        ) : (
          <Buttons>
            <Button variant="outlined" onClick={() => setOpen(true)}>
              {say`Sow…`}
            </Button>
          </Buttons>
        )}
      </SheetBody>
    </Sheet>
  );
}
