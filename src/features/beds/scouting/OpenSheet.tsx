'use client';
import Button from '@mui/material/Button';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { againFields } from '../../../core/tasks/sources/scout';
import { say } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { tone } from '../../../ui/theme/tones';
import { scouting, toldOf, type SaidOfPlants } from '../actions';
import type { OpenView, ScoutingPage } from './queries';
import css from './scouting.module.css';

interface OpenSheetProps {
  f: OpenView;
  page: ScoutingPage;
  may: boolean;
  onSaid: (said: SaidOfPlants) => void;
}

/** One thing that was found and is not gone: how it goes, what to look at first, what is let go against it. */
export function OpenSheet({ f, page, may, onSaid }: OpenSheetProps) {
  const [looks, setLooks] = useState(false);
  const late = f.lookAgainOn !== null && f.lookAgainOn < page.today;
  return (
    <Sheet aria-label={say`${f.words} in ${f.place}`}>
      <SheetHead>
        <h2 className={css.title}>{say`${f.words} in ${f.place}`}</h2>
        <Text quiet>
          {say`${f.howBadWords} on ${shortDay(f.seenOn)}`}
          {f.lotCode && (
            <>
              {' · '}
              <Link href={`/beds/${f.lotCode}`}>{f.lotCode}</Link>
            </>
          )}
        </Text>
      </SheetHead>
      <SheetBody stack>
        {f.course.length > 1 && <Course f={f} />}
        {f.saw && <Text as="p">{f.saw}</Text>}
        {f.photoOf && (
          // A photo of this farm, sent by this server.
          <img
            className={css.photo}
            src={`/api/photo/${f.photoOf}`}
            alt={say`${f.words} in ${f.place}`}
            loading="lazy"
          />
        )}
        <Text as="p" small>
          {f.first}
        </Text>
        {f.helpers.length > 0 && (
          <Text as="p" small quiet>
            {say`Eats it:`} {f.helpers.map((h) => (h.inStock ? say`${h.words} (in stock)` : h.words)).join(', ')}
          </Text>
        )}
        {f.lookAgainOn && (
          <Mark tone={late ? 'attention' : 'soon'}>{say`to be looked at again on ${shortDay(f.lookAgainOn)}`}</Mark>
        )}
        {may && !looks && (
          <Buttons>
            <Button variant="outlined" onClick={() => setLooks(true)}>
              {say`Look again`}
            </Button>
          </Buttons>
        )}
        {looks && (
          <ActionForm
            about={`look ${f.id}`}
            fields={againFields()}
            units={page.units}
            submit={say`Looked`}
            send={(v) =>
              scouting.lookAgain({
                ...{ ...v, howBad: Number(v.howBad), findingId: f.id },
                ...(f.lookAgainOn && f.lookAgainOn <= page.today ? { dueOn: f.lookAgainOn } : {}),
              })
            }
            onDone={(v, key) => {
              setLooks(false);
              onSaid(toldOf(v, key));
            }}
            beside={<Button onClick={() => setLooks(false)}>{say`Leave it`}</Button>}
          />
        )}
      </SheetBody>
    </Sheet>
  );
}

const TALLEST_PX = 30;

/** Each look as a bar, so that better or worse is seen at once. */
function Course({ f }: { f: OpenView }) {
  const said = f.course.map((c) => `${shortDay(c.day)}: ${c.howBad} / 3`).join(', ');
  return (
    <ul className={css.course} aria-label={say`How it went: ${said}`}>
      {f.course.map((c, i) => (
        <li
          key={c.day + i}
          className={css.look}
          title={shortDay(c.day)}
          style={{ height: 4 + (c.howBad / 3) * TALLEST_PX, backgroundColor: c.howBad === 0 ? tone.leaf3 : tone.clay }}
        />
      ))}
    </ul>
  );
}
