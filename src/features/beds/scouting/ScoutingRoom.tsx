'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { HELPER_CODES, HELPERS } from '../../../core/crops/signs';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { findingFields, signOptions } from '../../../core/tasks/sources/scout';
import { plural, say, told } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Comes } from '../../../ui/kit/Comes';
import { Columns, Empty, PageHead, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { SaidLines } from '../../../ui/SaidLines';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { scouting, takeBack, toldOf, type SaidOfPlants } from '../actions';
import { BedsNav } from '../BedsNav';
import { OpenSheet } from './OpenSheet';
import { Looks } from './Looks';
import type { ScoutingPage } from './queries';

/** What was seen on plants, what becomes of it, and what is let go against it. */
export function ScoutingRoom({ page }: { page: ScoutingPage }) {
  const [enters, setEnters] = useState(false);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const may = use(MayWrite) && page.when === 'today' && page.person.role !== 'office';
  return (
    <Stack>
      <BedsNav here="/beds/scouting" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <PageHead>
        <h1>{say`Scouting`}</h1>
        <Text quiet>{say`what was seen where, what to look at first, when it is looked at again`}</Text>
        {may && !enters && page.beds.length > 0 && (
          <Button variant="contained" onClick={() => setEnters(true)}>
            {say`Something seen`}
          </Button>
        )}
      </PageHead>
      <SaidLines said={said} takeBack={takeBack} />
      {enters && (
        <Comes>
          <Sheet>
            <SheetHead>
              <h2>{say`Something seen`}</h2>
            </SheetHead>
            <SheetBody>
              <ActionForm
                about="seen"
                fields={seenFields(page)}
                units={page.units}
                submit={say`Seen`}
                send={(v) => scouting.look({ ...v, howBad: Number(v.howBad) })}
                onDone={(v, key) => {
                  setEnters(false);
                  setSaid(toldOf(v, key));
                }}
                beside={<Button onClick={() => setEnters(false)}>{say`Leave it`}</Button>}
              />
            </SheetBody>
          </Sheet>
        </Comes>
      )}
      <Columns>
        <Stack>
          {page.open.length === 0 ? (
            <Sheet>
              <Empty>{say`Nothing open: what was found is gone, or nothing was found.`}</Empty>
            </Sheet>
          ) : (
            page.open.map((f) => <OpenSheet key={f.id} f={f} page={page} may={may} onSaid={setSaid} />)
          )}
          <Looks page={page} suffix={suffix} />
        </Stack>
        <Stack>
          <Walks page={page} />
          <Helpers page={page} may={may} onSaid={setSaid} />
        </Stack>
      </Columns>
    </Stack>
  );
}

const seenFields = (page: ScoutingPage): FormField[] => [
  { name: 'what', label: say`What was found`, kind: 'select', start: '', options: signOptions(), half: true },
  { name: 'placeId', label: say`In`, kind: 'select', start: '', options: page.beds, half: true },
  ...findingFields(),
];

function Walks({ page }: { page: ScoutingPage }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Walks`}</h2>
        <Text quiet>
          {page.everyDays > 0
            ? plural(page.everyDays, 'the round asks every day', 'the round asks every # days')
            : say`the round asks for none; Habits and limits sets how often`}
        </Text>
      </SheetHead>
      <Rows>
        {page.walks.map((w) => (
          <Row key={w.walk}>
            <Text strong>{w.walk}</Text>{' '}
            <Text mono quiet end>
              {w.last ? shortDay(w.last) : say`not yet`}
            </Text>
            <Text as="div" small quiet tone={w.due && w.due < page.today ? 'attention' : null}>
              {w.beds}
              {w.due && ` · ${say`due ${shortDay(w.due)}`}`}
            </Text>
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}

interface HelpersProps {
  page: ScoutingPage;
  may: boolean;
  onSaid: (said: SaidOfPlants) => void;
}

/** Living things wait badly. Planning default. */
const WAITS_DAYS = 5;

function Helpers({ page, may, onSaid }: HelpersProps) {
  const [act, setAct] = useState<'receive' | 'release' | null>(null);
  const done = (v: SaidOfPlants | string, key: string | null) => {
    setAct(null);
    onSaid(toldOf(v, key));
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Beneficials`}</h2>
        <Text quiet>{say`living stock against pests; local law says which may be released`}</Text>
      </SheetHead>
      {page.stock.length === 0 && <Empty>{say`None in stock.`}</Empty>}
      <Rows>
        {page.stock.map((s) => (
          <Row key={s.lotId}>
            <Text strong>{s.words}</Text>{' '}
            <Text mono end>
              {formatNumber(s.count)}
            </Text>
            <Text as="div" small tone={s.daysHere > WAITS_DAYS ? 'attention' : null} quiet={s.daysHere <= WAITS_DAYS}>
              {`${s.code} · ${plural(s.daysHere, 'here # day', 'here # days')}`}
            </Text>
          </Row>
        ))}
      </Rows>
      {may && (
        <SheetBody stack>
          {act === null && (
            <span>
              <Button variant="outlined" onClick={() => setAct('receive')}>
                {say`Some came…`}
              </Button>{' '}
              {page.stock.length > 0 && (
                <Button variant="outlined" onClick={() => setAct('release')}>
                  {say`Release…`}
                </Button>
              )}
            </span>
          )}
          {act && (
            <ActionForm
              key={act}
              about={`helpers ${act}`}
              fields={act === 'receive' ? receiveFields() : releaseFields(page)}
              units={page.units}
              submit={act === 'receive' ? say`Came` : say`Released`}
              send={act === 'receive' ? scouting.receive : scouting.release}
              onDone={done}
              beside={<Button onClick={() => setAct(null)}>{say`Leave it`}</Button>}
            />
          )}
        </SheetBody>
      )}
      {page.releases.length > 0 && (
        <Rows>
          {page.releases.slice(0, MOST_RELEASES).map((r) => (
            <Row key={r.id}>
              <Text small>{r.words}</Text>{' '}
              <Text small mono quiet end>
                {shortDay(r.day)}
              </Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

const MOST_RELEASES = 8;

const receiveFields = (): FormField[] => [
  {
    ...{ name: 'what', label: say`What came`, kind: 'select', start: '' },
    options: HELPER_CODES.map((code): [string, string] => [code, told(HELPERS[code])]),
  },
  { name: 'count', label: say`How many`, kind: 'count', start: '', half: true },
  { name: 'supplier', label: say`Supplier`, kind: 'text', optional: true, start: '', half: true },
];

const releaseFields = (page: ScoutingPage): FormField[] => [
  {
    ...{ name: 'lotId', label: say`What is released`, kind: 'select', start: page.stock[0]!.lotId },
    options: page.stock.map((s): [string, string] => [s.lotId, `${s.words} · ${formatNumber(s.count)}`]),
  },
  { name: 'placeId', label: say`In`, kind: 'select', start: '', options: page.beds, half: true },
  { name: 'count', label: say`How many`, kind: 'count', start: '', half: true },
];
