'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { addDays } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { say } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ManyChips } from '../../../ui/form/Chips';
import { Comes } from '../../../ui/kit/Comes';
import { Empty, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { SaidLines } from '../../../ui/SaidLines';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { endRest, restBeds, takeBack, toldOf, type SaidOfPlants } from '../actions';
import type { SpacePage } from './queries';

/** Beds that stand empty for a time by choice, and what that means for the fish. */
export function RestSheet({ page }: { page: SpacePage }) {
  const [asks, setAsks] = useState(false);
  const [ends, setEnds] = useState<string | null>(null);
  const [bedIds, setBedIds] = useState<string[]>([]);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const may = use(MayWrite) && page.person.role === 'manager' && page.when === 'today' && page.beds.length > 0;
  const done = (v: SaidOfPlants | string, key: string | null) => {
    setAsks(false);
    setEnds(null);
    setBedIds([]);
    setSaid(toldOf(v, key));
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Beds at rest`}</h2>
        <Text quiet>{say`winter, repair, liming: nothing is planted there, and it costs nothing as empty`}</Text>
      </SheetHead>
      {page.rests.length === 0 ? (
        <Empty>{say`No bed rests, now or planned.`}</Empty>
      ) : (
        <Rows>
          {page.rests.map((r) => (
            <Row key={r.id}>
              <Text strong>{r.code}</Text> {say`${shortDay(r.from)} to ${shortDay(r.until)}`}{' '}
              <Text quiet>{r.words}</Text>
              {may && ends !== r.id && (
                <Button size="small" onClick={() => setEnds(r.id)} aria-label={say`End the rest of ${r.code}`}>
                  {say`End it…`}
                </Button>
              )}
              {ends === r.id && (
                <ActionForm
                  about={`end ${r.id}`}
                  fields={[]}
                  units={page.units}
                  submit={say`Plant ${r.code} again`}
                  send={(v) => endRest({ ...v, restId: r.id })}
                  onDone={done}
                  beside={<Button onClick={() => setEnds(null)}>{say`Leave it`}</Button>}
                />
              )}
            </Row>
          ))}
        </Rows>
      )}
      {(may || said) && (
        <SheetBody stack>
          <SaidLines said={said} takeBack={takeBack} />
          {may && !asks && (
            <span>
              <Button variant="outlined" onClick={() => setAsks(true)}>
                {say`Rest beds…`}
              </Button>
            </span>
          )}
          {asks && (
            <Comes>
              <Stack>
                <ManyChips label={say`Beds`} options={page.beds} chosen={bedIds} onChoose={setBedIds} />
                <ActionForm
                  about="rest beds"
                  fields={restFields(page)}
                  units={page.units}
                  submit={say`Rest them`}
                  send={(v) => restBeds({ ...v, placeIds: bedIds })}
                  onDone={done}
                  beside={<Button onClick={() => setAsks(false)}>{say`Leave it`}</Button>}
                />
              </Stack>
            </Comes>
          )}
        </SheetBody>
      )}
    </Sheet>
  );
}

const restFields = ({ today }: SpacePage): FormField[] => [
  { name: 'from', label: say`From`, kind: 'day', start: today, half: true },
  { name: 'until', label: say`Until`, kind: 'day', start: addDays(today, 42), half: true },
  { name: 'words', label: say`Why`, kind: 'text', start: say`winter` },
];
