'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { addDays } from '../../core/quantity/days';
import { say } from '../../core/words/words';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Buttons, Sheet, SheetBody, SheetHead } from '../../ui/kit/kit';
import { SaidLines } from '../../ui/SaidLines';
import { MayWrite } from '../../ui/shell/mayWrite';
import { repeatSowing, sowNow, takeBack, toldOf, type SaidOfPlants } from './actions';
import type { BedsPage } from './queries';

type Way = 'now' | 'again';

/** Sowing that no plan asked for, and the same sowing every so many days; where it goes and when it is picked is planned at once. */
export function SowNowSheet({ page }: { page: BedsPage }) {
  const [way, setWay] = useState<Way | null>(null);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const mayPlan = page.person.role === 'manager';
  if (!use(MayWrite) || page.person.role === 'office' || page.benches.length === 0) return null;
  const done = (v: SaidOfPlants | string, recordedKey: string | null) => {
    setWay(null);
    setSaid(toldOf(v, recordedKey));
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Sow something else`}</h2>
      </SheetHead>
      <SheetBody stack>
        <SaidLines said={said} takeBack={takeBack} />
        {way ? (
          <ActionForm
            key={way}
            about={way}
            fields={way === 'now' ? nowFields(page) : againFields(page)}
            units={page.units}
            submit={way === 'now' ? say`Sown` : say`Plan them`}
            send={way === 'now' ? sowNow : repeatSowing}
            onDone={done}
            beside={<Button onClick={() => setWay(null)}>{say`Leave it`}</Button>}
          />
        ) : (
          <Buttons>
            <Button variant="outlined" onClick={() => setWay('now')}>
              {say`Sow…`}
            </Button>
            {mayPlan && (
              <Button variant="outlined" onClick={() => setWay('again')}>
                {say`Sow every so many days…`}
              </Button>
            )}
          </Buttons>
        )}
      </SheetBody>
    </Sheet>
  );
}

const cropField = (crops: { code: string; name: string }[]): FormField => ({
  name: 'cropCode',
  label: say`Crop`,
  kind: 'select',
  start: '',
  options: crops.map((s): [string, string] => [s.code, s.name]),
});

const nowFields = (page: BedsPage): FormField[] => [
  cropField(page.recipes.filter((r) => r.hasSeed)),
  { name: 'count', label: say`How many seeds`, kind: 'count', half: true, start: '' },
  {
    name: 'placeId',
    label: say`Bench`,
    kind: 'select',
    half: true,
    start: page.benches[0]![0],
    options: page.benches,
  },
];

const againFields = (page: BedsPage): FormField[] => [
  cropField(page.recipes),
  { name: 'bedId', label: say`Bed`, kind: 'select', start: '', options: page.bedIds },
  { name: 'firstPick', label: say`First picked on`, kind: 'day', start: addDays(page.today, 60) },
  { name: 'everyDays', label: say`Every so many days`, kind: 'count', half: true, start: 7 },
  { name: 'times', label: say`How many times`, kind: 'count', half: true, start: 8 },
  {
    name: 'plants',
    label: say`Plants to pick each time`,
    kind: 'count',
    start: '',
    help: say`Seeds are worked back from it: what does not come up, is lost or not good enough is sown on top.`,
  },
];
