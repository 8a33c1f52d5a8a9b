import { Troubles } from '../../ui/Troubles';
import { doneWords } from './doneWords';
import { plural, say } from '../../core/words/words';
import { Link } from '../../ui/shell/visit';
import { Vessel } from '../../ui/draw/Vessel';
import { ShownDay } from '../../ui/shell/ShownDay';
import { shortDay, weekdayName } from '../../core/quantity/sayDay';
import { Handover } from './Handover';
import { JobList } from './JobList';
import type { RoundPage } from './queries';
import { Columns, Empty, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text, classes } from '../../ui/kit/kit';
import css from './round.module.css';
import vessels from '../../ui/draw/vessel.module.css';
import { Share } from '../../ui/draw/Share';
import { isDanger, type Trouble } from '../../core/plan/troubles';
import type { When } from '../../server/farmView';

export function RoundStation({ page }: { page: RoundPage }) {
  const { jobs, day, when, today } = page;
  const open = jobs.filter((j) => !j.done && !j.notice);
  const decisions = page.troubles.filter((t) => !isDanger(t));
  const minutes = open.reduce((sum, j) => sum + j.minutes, 0);
  const time =
    minutes >= 60
      ? say`${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`
      : say`${minutes} min`;
  return (
    <>
      <ShownDay day={day} today={today} />
      <Dangers troubles={page.troubles.filter(isDanger)} mayRead={when === 'today' && page.person.role !== 'office'} />
      <Columns>
        <Sheet>
          <SheetHead>
            <h1>{say`${weekdayName(day)}’s round`}</h1>
            {when === 'past' ? (
              <Text quiet>{plural(page.record.length, '# job recorded', '# jobs recorded')}</Text>
            ) : (
              <Text quiet>{say`${plural(jobs.length, '# job', '# jobs')} · ${open.length} left · about ${time}`}</Text>
            )}
          </SheetHead>
          {when !== 'past' && jobs.length > 0 && (
            <Share
              wide
              of={1 - open.length / jobs.length}
              label={say`${jobs.length - open.length} of ${jobs.length} jobs done`}
            />
          )}
          {when === 'past' ? (
            <Record page={page} />
          ) : (
            <JobList
              jobs={jobs}
              units={page.units}
              mayDo={when === 'today' && page.person.role !== 'office'}
              refusal={refusal(page)}
            />
          )}
        </Sheet>
        <Stack>
          {decisions.length > 0 && <Troubles troubles={decisions} most={7} />}
          {page.vessels
            .filter((v) => v.tanks.some((t) => !t.empty))
            .map((v) => (
              <Sheet key={v.loop}>
                <SheetHead>
                  <h2>{say`${v.loop} loop`}</h2>
                  <Text quiet small end>
                    {say`fill = crowding against its limit`}
                  </Text>
                </SheetHead>
                <SheetBody className={vessels.vessels}>
                  {v.tanks.map((t) => (
                    <Vessel
                      key={t.code}
                      vessel={{ ...t, lines: [] }}
                      tallestL={Math.max(...v.tanks.map((x) => x.volumeL))}
                    />
                  ))}
                </SheetBody>
              </Sheet>
            ))}
          <HandoverSheet page={page} when={when} />
        </Stack>
      </Columns>
    </>
  );
}

interface DangersProps {
  troubles: Trouble[];
  mayRead: boolean;
}

/** Water that kills stands above the jobs, on every screen, until a new reading says otherwise. */
function Dangers({ troubles, mayRead }: DangersProps) {
  if (troubles.length === 0) return null;
  return (
    <Sheet aria-label={say`In danger`} role="alert" className={css.dangers}>
      <SheetHead>
        <h2>{plural(troubles.length, 'In danger', 'In danger: # readings')}</h2>
        {mayRead && <Text quiet small>{say`stands here until it is read again; feeding in it is held`}</Text>}
      </SheetHead>
      <Rows>
        {troubles.map((t) => (
          <Row key={t.title}>
            <Mark tone="danger">
              <Text as="p" strong>
                {t.title}
              </Text>
              <Text as="p">{t.detail}</Text>
              <Text as="p" small>
                <Link href={`/${t.station}`}>{say`The water of this loop`}</Link>
              </Text>
            </Mark>
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}

interface HandoverSheetProps {
  page: RoundPage;
  when: When;
}

function HandoverSheet({ page, when }: HandoverSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Handover`}</h2>
      </SheetHead>
      <SheetBody>
        {page.handover ? (
          <>
            <p>{page.handover.words}</p>
            <Text as="p" small quiet>
              {page.handover.by}, {shortDay(page.handover.day)} {page.handover.at}
            </Text>
          </>
        ) : (
          <Text as="p" quiet>
            {say`Nothing was left for this shift.`}
          </Text>
        )}
        {when === 'today' && <Handover />}
      </SheetBody>
    </Sheet>
  );
}

function refusal({ when, person }: RoundPage): string {
  if (when === 'future')
    return say`This day has not come yet: jobs are done on their day. These are the forecast’s amounts.`;
  return person.role === 'office' ? say`Jobs are done by hands and managers; you are signed in as office.` : '';
}

function Record({ page }: { page: RoundPage }) {
  if (page.record.length === 0) return <Empty>{say`Nothing was ticked off on this day.`}</Empty>;
  return (
    <Rows>
      {page.record.map((r) => (
        <li key={r.key} className={classes(css.job, css.done)}>
          <span className={css.ring} />
          <span className={css.where}>{r.at}</span>
          <span>
            {r.title}
            {doneWords(r, page.units) && <Text small> · {doneWords(r, page.units)}</Text>}
          </span>
          <span />
          <span className={css.state}>{r.by}</span>
        </li>
      ))}
    </Rows>
  );
}
