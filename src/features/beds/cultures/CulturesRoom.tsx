'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { CULTURE_CODES, CULTURES } from '../../../core/cultures/kinds';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatMass, formatNumber } from '../../../core/quantity/units';
import { say, told } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Comes } from '../../../ui/kit/Comes';
import { Columns, Empty, Facts, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { SaidLines } from '../../../ui/SaidLines';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { beginCulture, takeBack, toldOf, type SaidOfPlants } from '../actions';
import { BedsNav } from '../BedsNav';
import { CultureSheet } from './CultureSheet';
import type { CulturesPage } from './queries';

/** What takes the farm's waste and gives feed: what was weighed, and what it replaces of the ration. */
export function CulturesRoom({ page }: { page: CulturesPage }) {
  const [begins, setBegins] = useState(false);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const writes = use(MayWrite) && page.when === 'today' && page.person.role !== 'office';
  const manages = writes && page.person.role === 'manager';
  return (
    <Stack>
      <BedsNav here="/beds/cultures" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <PageHead>
        <h1>{say`Side cultures`}</h1>
        <Text
          quiet
        >{say`duckweed, insects, worms: what they take of the waste, and what they replace of the feed`}</Text>
        {manages && !begins && (
          <Button variant="contained" onClick={() => setBegins(true)}>
            {say`Begin a culture`}
          </Button>
        )}
      </PageHead>
      <SaidLines said={said} takeBack={takeBack} />
      {begins && (
        <Comes>
          <Sheet>
            <SheetHead>
              <h2>{say`A new culture`}</h2>
            </SheetHead>
            <SheetBody>
              <ActionForm
                about="culture"
                fields={beginFields()}
                units={page.units}
                submit={say`Begin`}
                send={beginCulture}
                onDone={(v, key) => {
                  setBegins(false);
                  setSaid(toldOf(v, key));
                }}
                beside={<Button onClick={() => setBegins(false)}>{say`Leave it`}</Button>}
              />
            </SheetBody>
          </Sheet>
        </Comes>
      )}
      {page.running.length + page.ended.length > 0 && <Together page={page} />}
      {page.running.length === 0 && !begins && (
        <Sheet>
          <Empty>
            {say`None running. Duckweed takes nitrogen and gives fresh feed; insects and worms turn trimmings into it. What is weighed here is held against the ration.`}
          </Empty>
        </Sheet>
      )}
      <Columns>
        <Stack>
          {page.running.map((c) => (
            <CultureSheet key={c.id} c={c} page={page} may={{ writes, manages }} onSaid={setSaid} />
          ))}
        </Stack>
        <Stack>
          {page.ended.map((c) => (
            <CultureSheet key={c.id} c={c} page={page} may={{ writes: false, manages: false }} onSaid={setSaid} />
          ))}
        </Stack>
      </Columns>
    </Stack>
  );
}

function Together({ page }: { page: CulturesPage }) {
  const share = page.eatenG > 0 ? (page.replacesG / page.eatenG) * 100 : 0;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Against the ration, the last 28 days`}</h2>
      </SheetHead>
      <SheetBody>
        <Facts>
          <span>
            {say`fish ate`}{' '}
            <Text as="strong" mono>
              {formatMass(page.eatenG, page.units)}
            </Text>
          </span>
          <span>
            {say`cultures hold the protein of`}{' '}
            <Text as="strong" mono>
              {say`${formatMass(page.replacesG, page.units)} feed`}
            </Text>{' '}
            {say`(${formatNumber(share, 1)} %)`}
          </span>
          <span>
            {say`fed of it, as the feedings say`}{' '}
            <Text as="strong" mono>
              {formatMass(page.farmGrownG, page.units)}
            </Text>
          </span>
          {page.savesMinor !== null && (
            <span>
              {say`bought feed spared`}{' '}
              <Text as="strong" mono>
                {formatAboutMoney(page.savesMinor, page.currency)}
              </Text>
            </span>
          )}
        </Facts>
      </SheetBody>
    </Sheet>
  );
}

const beginFields = (): FormField[] => [
  {
    ...{ name: 'what', label: say`What is grown`, kind: 'select', start: '', half: true },
    options: CULTURE_CODES.map((code): [string, string] => [code, told(CULTURES[code].words)]),
  },
  { name: 'name', label: say`Name`, kind: 'text', start: '', half: true },
  { name: 'areaM2', label: say`Area`, kind: 'quantity', quantity: 'area', optional: true, start: '' },
];
