'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { CALENDARS, type CalendarKind } from '../../core/calendar/calendars';
import { say, told } from '../../core/words/words';
import { newEntryKey } from '../../ui/outcome';
import { Buttons, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import css from './farm.module.css';
import type { InAndOutPage } from './queries';
import { useAct } from './useAct';

/** The end of an address: made here, so that nobody but who sees it has it. */
const newToken = () => `${newEntryKey()}${newEntryKey()}`.replaceAll('-', '');

/** Season, round and deliveries in one's own calendar, behind private addresses. */
export function CalendarSheet({ page }: { page: InAndOutPage }) {
  const [made, setMade] = useState<{ what: CalendarKind; address: string } | null>(null);
  const { said, act } = useAct();
  const make = async (what: CalendarKind) => {
    const token = newToken();
    if (await act('calendar.make@1', { what, token }))
      setMade({ what, address: `${window.location.origin}/api/calendar/${token}.ics` });
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`In your calendar`}</h2>
      </SheetHead>
      <SheetBody stack>
        <Text as="p">
          {say`An address that your calendar reads by itself. Whoever has it can read: make it void when a device is lost.`}
        </Text>
        {said && <Mark tone={said.ok ? 'good' : 'danger'}>{said.words}</Mark>}
      </SheetBody>
      <Rows>
        {CALENDARS.map(([what, name]) => {
          const open = page.calendars.find((c) => c.what === what);
          return (
            <Row key={what}>
              <Text strong>{told(name)}</Text>
              <Buttons>
                <Button
                  variant="outlined"
                  onClick={() => void make(what)}
                  aria-label={say`${told(name)}: make an address`}
                >
                  {open ? say`new address` : say`make an address`}
                </Button>
                {open && (
                  <Button
                    color="inherit"
                    onClick={() => void act('calendar.end@1', { id: open.id })}
                    aria-label={say`${told(name)}: make the address void`}
                  >
                    {say`make void`}
                  </Button>
                )}
              </Buttons>
            </Row>
          );
        })}
      </Rows>
      {made && (
        <SheetBody stack>
          <Text as="p" strong>
            {say`Copy it now; it is not shown again:`}
          </Text>
          <code className={css.address} data-testid="calendar-address">
            {made.address}
          </code>
          <Buttons>
            <Button variant="contained" onClick={() => void navigator.clipboard?.writeText(made.address)}>
              {say`Copy`}
            </Button>
          </Buttons>
        </SheetBody>
      )}
    </Sheet>
  );
}
