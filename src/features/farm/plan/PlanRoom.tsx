'use client';
import Button from '@mui/material/Button';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { dayWords } from '../../../core/quantity/sayDay';
import { formatLength } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { send } from '../../../commands/client';
import {
  Buttons,
  Columns,
  Empty,
  Mark,
  PageHead,
  Row,
  Rows,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  WordButton,
} from '../../../ui/kit/kit';
import { newEntryKey, noConnection } from '../../../ui/outcome';
import { FarmNav } from '../FarmNav';
import { PlanBoard } from './PlanBoard';
import type { PlanMark, PlanPage } from './queries';
import css from './plan.module.css';

/** The farm from above on the day of the dial: to find one's way, and to set the order of the round. */
export function PlanRoom({ page }: { page: PlanPage }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [arranging, setArranging] = useState(false);
  const [said, setSaid] = useState<{ ok: boolean; words: string } | null>(null);
  const arrange = async (stands: { id: string; xM: number; yM: number }[], walk: boolean) => {
    const outcome = await send<{ words: string }>('place.arrange@1', { stands, walk, entryKey: newEntryKey() }).catch(
      () => null,
    );
    setSaid(
      !outcome
        ? { ok: false, words: noConnection() }
        : outcome.ok
          ? { ok: true, words: outcome.value.words }
          : { ok: false, words: Object.values(outcome.fields)[0]?.[0] ?? say`Not kept.` },
    );
  };
  const mark = page.marks.find((m) => m.id === chosen);
  const suffix = page.when === 'today' ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <FarmNav here="/farm" suffix={suffix} />
      <PageHead>
        <h1>{say`Plan of the farm`}</h1>
        <Text quiet>
          {page.when === 'future'
            ? say`as forecast for ${dayWords(page.day)} · grid ${formatLength(1)}`
            : page.when === 'past'
              ? say`as recorded on ${dayWords(page.day)} · grid ${formatLength(1)}`
              : say`as it stands today; drag the day and it fills and empties · grid ${formatLength(1)}`}
        </Text>
      </PageHead>
      {said && (
        <Mark tone={said.ok ? 'good' : 'danger'} role="status">
          {said.words}
        </Mark>
      )}
      {page.marks.length === 0 ? (
        <Sheet>
          <Empty>
            {say`Nothing stands here yet.`} <Link href="/farm/places">{say`Say what there is.`}</Link>
          </Empty>
        </Sheet>
      ) : (
        <Columns>
          <Sheet>
            <SheetHead>
              <h2>{arranging ? say`Put things where they stand` : say`From above`}</h2>
              {page.mayChange && (
                <Buttons end className={css.onDesk}>
                  <Button variant={arranging ? 'contained' : 'outlined'} onClick={() => setArranging(!arranging)}>
                    {arranging ? say`Done` : say`Arrange`}
                  </Button>
                  <Button variant="outlined" onClick={() => void arrange([], true)}>
                    {say`Walk it in this order`}
                  </Button>
                </Buttons>
              )}
            </SheetHead>
            <div className={css.onDesk}>
              <PlanBoard
                plan={page.plan}
                marks={page.marks}
                loops={page.loops}
                chosen={chosen}
                onChoose={setChosen}
                arranging={arranging}
                onMove={(id, xM, yM) => void arrange([{ id, xM, yM }], false)}
              />
            </div>
            <div className={css.onPhone}>
              <RoomList page={page} onChoose={setChosen} />
            </div>
          </Sheet>
          {mark ? (
            <MarkSheet mark={mark} suffix={suffix} />
          ) : (
            <Sheet>
              <Empty>{say`Choose a tank or a bed to see what it holds.`}</Empty>
            </Sheet>
          )}
        </Columns>
      )}
    </Stack>
  );
}

function MarkSheet({ mark, suffix }: { mark: PlanMark; suffix: string }) {
  return (
    <Sheet aria-label={mark.code}>
      <SheetHead>
        <h2>{mark.code}</h2>
        <Text quiet>{[mark.room, mark.loop].filter(Boolean).join(' · ')}</Text>
      </SheetHead>
      <Rows>
        {mark.lines.map((line) => (
          <Row key={line}>{line}</Row>
        ))}
      </Rows>
      {mark.href && (
        <SheetBody>
          <Button component={Link} href={mark.href + suffix} variant="contained">
            {say`Open`}
          </Button>
        </SheetBody>
      )}
    </Sheet>
  );
}

/** On a phone: the same by room, as a list. */
function RoomList({ page, onChoose }: { page: PlanPage; onChoose: (id: string) => void }) {
  return page.plan.rooms.map((room) => (
    <div key={room.name}>
      <SheetBody>
        <Text strong>{room.name}</Text>
      </SheetBody>
      <Rows>
        {page.marks
          .filter((m) => m.room === room.name)
          .map((m) => (
            <Row key={m.id}>
              <WordButton type="button" onClick={() => onChoose(m.id)}>
                {m.code}
              </WordButton>{' '}
              <Text quiet tone={m.tone}>
                {m.lines.join(' · ')}
              </Text>
            </Row>
          ))}
      </Rows>
    </div>
  ));
}
