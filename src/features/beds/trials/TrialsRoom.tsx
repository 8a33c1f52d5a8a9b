'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { say } from '../../../core/words/words';
import { Columns, Empty, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { Comes } from '../../../ui/kit/Comes';
import { SaidLines } from '../../../ui/SaidLines';
import { ShownDay } from '../../../ui/shell/ShownDay';
import type { SaidOfPlants } from '../actions';
import { BedsNav } from '../BedsNav';
import { BeginTrial } from './BeginTrial';
import type { TrialsPage } from './queries';
import { TrialSheet } from './TrialSheet';

/** Trials: what is asked, where each arm stands, what was measured, and what it says in plain words. */
export function TrialsRoom({ page }: { page: TrialsPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const [begins, setBegins] = useState(false);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const mayBegin = page.person.role === 'manager' && page.when === 'today' && page.beds.length > 0;
  const running = page.trials.filter((t) => t.decidedOn === null);
  const decided = page.trials.filter((t) => t.decidedOn !== null);
  const done = (v: SaidOfPlants) => {
    setBegins(false);
    setSaid(v);
  };
  return (
    <Stack>
      <BedsNav here="/beds/trials" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <PageHead>
        <h1>{say`Trials`}</h1>
        <Text quiet>{say`two ways side by side, in places drawn by lot, and an honest verdict`}</Text>
        {mayBegin && !begins && (
          <Button variant="contained" onClick={() => setBegins(true)}>
            {say`Begin a trial`}
          </Button>
        )}
      </PageHead>
      <SaidLines said={said} />
      {begins && (
        <Comes>
          <Sheet>
            <SheetHead>
              <h2>{say`A new trial`}</h2>
            </SheetHead>
            <SheetBody stack>
              <BeginTrial page={page} onDone={done} onLeave={() => setBegins(false)} />
            </SheetBody>
          </Sheet>
        </Comes>
      )}
      {page.trials.length === 0 && !begins && (
        <Sheet>
          <Empty>
            {say`No trial yet. A new variety, another spacing, a new medium: begin it beside what you grow as usual, and the round asks for the figures.`}
          </Empty>
        </Sheet>
      )}
      <Columns>
        <Stack>
          {running.map((t) => (
            <TrialSheet key={t.id} trial={t} page={page} onSaid={setSaid} />
          ))}
        </Stack>
        <Stack>
          {decided.map((t) => (
            <TrialSheet key={t.id} trial={t} page={page} onSaid={setSaid} />
          ))}
        </Stack>
      </Columns>
    </Stack>
  );
}
