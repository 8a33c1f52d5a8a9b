'use client';
import Button from '@mui/material/Button';
import { use, useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { plural, say } from '../../core/words/words';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Empty, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { SaidLines } from '../../ui/SaidLines';
import { MayWrite } from '../../ui/shell/mayWrite';
import { Why } from '../../ui/Why';
import { sowMany, takeBack, toldOf, type SaidOfPlants } from './actions';
import type { BedsPage, SowView } from './queries';
import css from './beds.module.css';

/** What is to be sown in the next two weeks and for whom; one press sows what is due and the bench holds. */
export function SowSheet({ page }: { page: BedsPage }) {
  const [sows, setSows] = useState(false);
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const may = use(MayWrite) && page.person.role !== 'office';
  const ready = page.sow.filter((s) => s.now && s.now.seeds > 0);
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Sow next`}</h2>
        <Text quiet>{say`the next two weeks`}</Text>
      </SheetHead>
      {page.oneSided.map((words) => (
        <Mark key={words} tone="soon">
          {words}
        </Mark>
      ))}
      {page.sow.length === 0 ? (
        <Empty>{say`Nothing is to be sown in these two weeks.`}</Empty>
      ) : (
        <Rows>
          {page.sow.map((s) => (
            <Sowing key={s.lotCode} s={s} page={page} />
          ))}
        </Rows>
      )}
      {(said !== null || (may && ready.length > 0)) && (
        <SheetBody stack>
          <SaidLines said={said} takeBack={takeBack} />
          {sows && ready.length > 0 && (
            <ActionForm
              about="sow many"
              fields={ready.map(fieldOf)}
              units={page.units}
              submit={say`Sown`}
              send={({ entryKey, ...seeds }) => sowMany({ entryKey, seeds })}
              onDone={(v, recordedKey) => {
                setSows(false);
                setSaid(toldOf(v, recordedKey));
              }}
              beside={<Button onClick={() => setSows(false)}>{say`Leave it`}</Button>}
            />
          )}
          {!sows && ready.length > 0 && (
            <Button variant="contained" onClick={() => setSows(true)}>
              {plural(ready.length, 'Sow # sowing that is due…', 'Sow the # sowings that are due…')}
            </Button>
          )}
        </SheetBody>
      )}
    </Sheet>
  );
}

/** Filled in with what bench and seed hold; 0 leaves that sowing for later. */
const fieldOf = (s: SowView): FormField => ({
  name: s.stepId,
  label: s.bench ? say`${s.crop} for ${s.bed}, seeds on ${s.bench}` : say`${s.crop} for ${s.bed}, seeds`,
  kind: 'count',
  start: s.now!.seeds,
  ...(s.now!.short ? { help: shortWords(s) } : {}),
});

const shortWords = (s: SowView) =>
  s.now?.short === 'seed'
    ? say`the store holds ${formatNumber(s.now.seeds)} of these ${formatNumber(s.seeds)} seeds`
    : say`the bench has room for ${formatNumber(s.now?.seeds ?? 0)} of these ${formatNumber(s.seeds)}`;

interface SowingProps {
  s: SowView;
  page: BedsPage;
}

function Sowing({ s, page }: SowingProps) {
  return (
    <Row className={css.sowing}>
      <Text mono tone={s.day < page.today ? 'danger' : null}>
        {s.day < page.today ? say`late` : shortDay(s.day)}
      </Text>
      <span>
        <Text strong>{s.crop}</Text>
        <br />
        <Text small quiet>
          {say`${s.lotCode} for ${s.bed}`}
        </Text>
        {s.now?.short && (
          <Text as="span" small tone="attention" className={css.whom}>
            {shortWords(s)}
          </Text>
        )}
        {s.demand && (
          <Text
            as="span"
            small
            quiet={!s.demand.isUnsold}
            tone={s.demand.isUnsold ? 'attention' : null}
            className={css.whom}
          >
            {s.demand.words}
          </Text>
        )}
      </span>
      <Text right>
        <Why because={s.because}>
          <Text mono>{say`${formatNumber(s.seeds)} seeds`}</Text>
        </Why>
        <br />
        <Text small quiet>
          {say`trays ${s.trays}`}
        </Text>
      </Text>
    </Row>
  );
}
