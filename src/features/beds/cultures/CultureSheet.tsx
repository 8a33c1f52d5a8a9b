'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatArea, formatMass, formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Buttons, Facts, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { Caution } from '../../../ui/kit/Caution';
import { endCulture, recordCulture, toldOf, type SaidOfPlants } from '../actions';
import type { CulturesPage, CultureView } from './queries';

interface CultureSheetProps {
  c: CultureView;
  page: CulturesPage;
  may: { writes: boolean; manages: boolean };
  onSaid: (said: SaidOfPlants) => void;
}

type Act = 'given' | 'taken' | 'end';

/** One culture: what it was given, what was taken out of it, and what that replaces. */
export function CultureSheet({ c, page, may, onSaid }: CultureSheetProps) {
  const [act, setAct] = useState<Act | null>(null);
  const done = (v: SaidOfPlants | string, key: string | null) => {
    setAct(null);
    onSaid(toldOf(v, key));
  };
  return (
    <Sheet aria-label={c.name}>
      <SheetHead>
        <h2>{c.name}</h2>
        <Text quiet>
          {`${c.code} · ${c.kindWords}`}
          {c.areaM2 !== null && ` · ${formatArea(c.areaM2, page.units, Number.isInteger(c.areaM2) ? 0 : 1)}`}
          {c.endedOn ? ` · ${say`ended ${shortDay(c.endedOn)}`}` : ` · ${say`since ${shortDay(c.beganOn)}`}`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Figures c={c} page={page} />
        {may.writes && act === null && (
          <Buttons>
            <Button variant="outlined" onClick={() => setAct('taken')}>{say`Taken out…`}</Button>
            <Button variant="outlined" onClick={() => setAct('given')}>{say`Given…`}</Button>
            {may.manages && <Button onClick={() => setAct('end')}>{say`End it…`}</Button>}
          </Buttons>
        )}
        {act && <Caution words={c.caution} />}
        {act && (
          <ActionForm
            key={act}
            about={`culture ${act} ${c.id}`}
            fields={act === 'end' ? [] : weighFields(act, c)}
            units={page.units}
            submit={act === 'end' ? say`End ${c.name}` : act === 'given' ? say`Given` : say`Taken out`}
            send={(v) =>
              act === 'end' ? endCulture({ ...v, cultureId: c.id }) : recordCulture({ ...v, cultureId: c.id, way: act })
            }
            onDone={done}
            beside={<Button onClick={() => setAct(null)}>{say`Leave it`}</Button>}
          />
        )}
      </SheetBody>
      {c.entries.length > 0 && (
        <Rows>
          {c.entries.slice(0, MOST_ROWS).map((e) => (
            <Row key={e.id}>
              <Text mono>{shortDay(e.day)}</Text>{' '}
              {e.way === 'given'
                ? say`${formatMass(e.massG, page.units)} given`
                : say`${formatMass(e.massG, page.units)} taken out`}{' '}
              <Text small quiet end>
                {[e.words, e.by].filter(Boolean).join(' · ')}
              </Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

const MOST_ROWS = 8;

function Figures({ c, page }: Pick<CultureSheetProps, 'c' | 'page'>) {
  const { givenG, takenG, expectedG, proteinG, replacesG } = c.account;
  const mass = (g: number) => formatMass(g, page.units);
  return (
    <Facts small>
      {givenG > 0 && (
        <span>
          {say`given`}{' '}
          <Text as="strong" mono>
            {mass(givenG)}
          </Text>
        </span>
      )}
      <span>
        {say`taken out`}{' '}
        <Text as="strong" mono>
          {mass(takenG)}
        </Text>
        {expectedG !== null && expectedG > 0 && (
          <> {say`of ${mass(expectedG)} such a culture gives (${formatNumber((takenG / expectedG) * 100)} %)`}</>
        )}
      </span>
      <span>
        {say`protein in it`}{' '}
        <Text as="strong" mono>
          {mass(proteinG)}
        </Text>
      </span>
      <span>
        {say`takes the place of`}{' '}
        <Text as="strong" mono>
          {say`${mass(replacesG)} feed`}
        </Text>
      </span>
    </Facts>
  );
}

const weighFields = (act: 'given' | 'taken', c: CultureView): FormField[] => [
  {
    ...{ name: 'massG', kind: 'quantity', quantity: 'mass', start: '', half: true },
    label: act === 'given' ? say`Weight given` : say`Fresh weight taken out`,
    ...(act === 'given' ? { help: c.takes } : {}),
  },
  { name: 'words', label: say`Note`, kind: 'text', optional: true, start: '', half: true },
];
