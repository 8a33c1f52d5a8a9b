'use client';
import { say } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { addDays } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatDensity, formatMass } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { orderFish, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import { HandleFish } from '../handling/HandleFish';
import type { ArrivalsPage } from './arrivalsQuery';
import { PlanSteps } from '../handling/PlanSteps';
import { SaidLines } from '../../../ui/SaidLines';
import { Columns, Empty, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';
import { codeWords } from '../../../core/words/codes';

/** From the order of fingerlings through quarantine to the first tank. */
export function ArrivalsStation({ page }: { page: ArrivalsPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const inQuarantine = page.tanks.filter((t) => t.kind === 'quarantine');
  const homes = page.tanks.filter((t) => t.kind === 'tank' || t.kind === 'sump' || t.kind === 'bed');
  const fields: FormField[] = [
    {
      name: 'speciesCode',
      label: say`Species`,
      kind: 'select',
      options: page.species.map((s) => [s.code, s.name]),
      start: '',
    },
    { name: 'count', label: say`Fish`, kind: 'count', start: '' },
    { name: 'meanG', label: say`Weight of one`, kind: 'quantity', quantity: 'smallMass', start: '' },
    { name: 'day', label: say`Arrive on`, kind: 'day', start: addDays(page.today, 14) },
    {
      name: 'toPlaceId',
      label: say`Arrive in`,
      kind: 'select',
      options: [...inQuarantine, ...homes].map((t) => [t.id, t.says]),
      start: inQuarantine[0]?.id ?? '',
      help: say`Quarantine first: its own filter, its own nets.`,
    },
    {
      name: 'thenPlaceId',
      label: say`Then to`,
      kind: 'select',
      options: homes.map((t) => [t.id, t.says]),
      start: '',
      optional: true,
    },
    { name: 'note', label: say`Hatchery, order number, papers`, kind: 'area', start: '', optional: true },
  ];
  return (
    <Stack>
      <CohortsNav here="/cohorts/arrivals" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Arrivals`}</Unseen>
      <SaidLines said={said} />
      <Columns>
        <Stack>
          <OnTheWay page={page} />
          {page.apart.map((q) => {
            const seenToday = q.events.some((e) => e.kind === 'observe' && e.day === page.day);
            return (
              <InQuarantine
                key={q.lotCode + q.placeId}
                q={q}
                suffix={suffix}
                seenToday={seenToday}
                page={page}
                setSaid={setSaid}
              />
            );
          })}
          {page.apart.length === 0 && (
            <Text as="p" quiet>
              {say`No fish are in quarantine.`}
            </Text>
          )}
        </Stack>
        <OrderSheet page={page} fields={fields} setSaid={setSaid} />
      </Columns>
    </Stack>
  );
}

interface OnTheWayProps {
  page: ArrivalsPage;
}

function OnTheWay({ page }: OnTheWayProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`On the way`}</h2>
        <Text quiet small>
          {say`the round of their day receives them, with what died on the way`}
        </Text>
      </SheetHead>
      {page.coming.length === 0 ? (
        <Empty>{say`No fingerlings are ordered. Order some on this page, or let the planner propose.`}</Empty>
      ) : (
        <>
          <PlanSteps
            steps={page.coming.map((c) => ({
              id: c.stepId,
              version: c.version,
              kind: 'stock',
              day: c.day,
              count: c.count,
              from: '',
              to: say`to ${c.place}`,
              words: say`${c.lotCode}, ${inSentence(c.species)} of ${formatMass(c.meanG, page.units)}${c.kgM3 !== null && c.limit !== null && c.kgM3 > c.limit ? say`: ${formatDensity(c.kgM3, page.units)} of ${formatDensity(c.limit, page.units, 0)}, too many` : ''}`,
            }))}
            today={page.today}
            units={page.units}
            mayEdit={page.person.role === 'manager'}
          />
          {page.coming
            .filter((c) => c.note)
            .map((c) => (
              <SheetBody as="p" small quiet key={c.stepId}>
                {c.lotCode}: {c.note}
              </SheetBody>
            ))}
        </>
      )}
    </Sheet>
  );
}

interface InQuarantineProps {
  q: ArrivalsPage['apart'][number];
  suffix: string;
  seenToday: boolean;
  page: ArrivalsPage;
  setSaid: (said: Said | null) => void;
}

function InQuarantine({ q, suffix, seenToday, page, setSaid }: InQuarantineProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>
          <Link href={`/cohorts/${q.lotCode}${suffix}`}>{q.lotCode}</Link> {say`in ${q.place}`}
        </h2>
        <Text strong={!q.clearedOn} tone={q.clearedOn ? 'good' : 'attention'}>
          {q.clearedOn ? say`cleared ${shortDay(q.clearedOn)}` : say`in quarantine until ${shortDay(q.until)}`}
        </Text>
        <Text quiet small end>
          {seenToday ? say`observed today` : say`not observed today`}
        </Text>
      </SheetHead>
      {page.when === 'today' && (
        <HandleFish
          fish={{
            lotCode: q.lotCode,
            placeId: q.placeId,
            place: q.place,
            count: q.count,
            meanG: 10,
            quarantined: !q.clearedOn,
          }}
          tanks={page.tanks}
          units={page.units}
          role={page.person.role}
          today={page.today}
          onSaid={setSaid}
        />
      )}
      {q.events.length > 0 && (
        <Rows>
          {q.events.slice(0, 12).map((e, i) => (
            <Row small key={i}>
              <Text mono>{shortDay(e.day)}</Text> <strong>{e.state && codeWords(e.state)}</strong> {e.words}{' '}
              {e.until && say`until ${shortDay(e.until)}`} <Text quiet>{e.by}</Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

interface OrderSheetProps {
  page: ArrivalsPage;
  fields: FormField[];
  setSaid: (said: Said | null) => void;
}

function OrderSheet({ page, fields, setSaid }: OrderSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Order fingerlings`}</h2>
      </SheetHead>
      <SheetBody stack>
        {page.person.role === 'manager' ? (
          <ActionForm
            fields={fields}
            units={page.units}
            submit={say`Order`}
            onDone={setSaid}
            send={orderFish}
            caution={say`Many species need a permit, live transport has its own rules, and nothing goes from one loop's quarantine to another's nets. Ask the authority before you order.`}
          />
        ) : (
          <Text as="p" quiet>
            {say`Ordering fish is for a manager.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
