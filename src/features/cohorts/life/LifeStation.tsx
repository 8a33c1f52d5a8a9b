import { say, told, word } from '../../../core/words/words';
import type { Explanation } from '../../../core/explain';
import {
  formatArea,
  formatMass,
  formatNumber,
  formatTemperature,
  formatVolume,
  type UnitChoice,
} from '../../../core/quantity/units';
import { shortDay } from '../../../core/quantity/sayDay';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import { Equipment } from './Equipment';
import { placeWords } from '../../../core/water/lastWater';
import { Needs, type Need } from './Needs';
import { WaterHours } from './WaterHours';
import type { LifePage } from './lifeQueries';
import { Mark, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';

/** What keeps the fish alive, against what they need on the day shown. */
export function LifeStation({ page }: { page: LifePage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <CohortsNav here="/cohorts/life" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Life support`}</Unseen>
      {page.loops.map((loop) => (
        <Sheet key={loop.name}>
          <SheetHead>
            <h2>{say`${loop.name} loop`}</h2>
            <Text quiet small>
              {say`${formatMass(loop.biomassKg * 1000, page.units)} fish · ${formatMass(loop.feedKg * 1000, page.units)} feed a day · ${formatTemperature(loop.tempC, page.units)} · pH ${formatNumber(loop.pH, 1)}`}
            </Text>
            <Text
              end
              strong
              tone={loop.margin.tightest.ratio < 1 ? 'danger' : loop.margin.tightest.ratio < 1.3 ? 'attention' : 'good'}
            >
              {say`tightest: ${loop.margin.tightest.what}, ${
                Number.isFinite(loop.margin.tightest.ratio)
                  ? say`${formatNumber(loop.margin.tightest.ratio, 1)} times the need`
                  : say`no load`
              }`}
            </Text>
          </SheetHead>
          <SheetBody columns>
            <Stack>
              <LastReadings loop={loop} page={page} />
              <Margins loop={loop} page={page} />
              {page.person.role === 'manager' && page.when === 'today' && <Equipment loop={loop} page={page} />}
            </Stack>
            <Stack>
              <Minutes loop={loop} units={page.units} />
            </Stack>
          </SheetBody>
        </Sheet>
      ))}
      <Text as="p" small quiet>
        {say`Oxygen: half the weight of the feed (fish 0.25, nitrifying bacteria 0.12, others 0.13; Timmons & Ebeling). Filters by two schools: ${mediaFor(page.units)}, and ammonia from feed (protein × 0.092) against surface × rate, by temperature and pH. Minutes: oxygen at four fifths of saturation down to what is critical, with no exchange at the surface. Estimates and planning defaults: an alarm, a second blower and a person on call come first.`}
      </Text>
    </Stack>
  );
}

/** The simpler rule for filters. */
const mediaFor = (units: UnitChoice) =>
  units.mass === 'us' ? say`a quarter of a gallon for each lb of fish` : say`2 L for each kg of fish`;

type Loop = LifePage['loops'][number];

const MATURITY_WORDS = {
  young: word`A new system, still maturing`,
  settling: word`A system that is maturing`,
  settled: word`A mature system`,
};

/** The last readings, and what they mean for the fish in the loop. */
function LastReadings({ loop: { readings, judged, maturity, id }, page }: { loop: Loop; page: LifePage }) {
  if (readings.length === 0)
    return (
      <Text as="p" small quiet>
        {say`No reading in the last fortnight: nothing is known of its water.`}
      </Text>
    );
  return (
    <div data-testid="readings">
      <Text as="p" small>
        {readings.map(({ name, place, said, age, holds }, i) => (
          <span key={`${name} ${place ?? ''}`}>
            {i > 0 && ' · '}
            {place && `${place} `}
            {told(name)}{' '}
            <Text as="strong" mono>
              {said}
            </Text>{' '}
            <Text {...(holds ? { quiet: true } : { tone: 'attention' })}>
              {holds ? age : say`${age}, too old to judge by`}
            </Text>
          </span>
        ))}
      </Text>
      {judged.map((j) => (
        <Mark key={`${j.kind} ${j.place ?? ''}`} as="p" small tone={j.tone}>
          <Why because={j.because}>{placeWords(j)}</Why>
        </Mark>
      ))}
      {maturity && (
        <Text as="p" small>
          <Text strong>{told(MATURITY_WORDS[maturity.maturity])}.</Text> {maturity.words}
        </Text>
      )}
      <WaterHours loopId={id} day={page.day} units={page.units} />
    </div>
  );
}

function Margins({ loop, page }: { loop: Loop; page: LifePage }) {
  const m = loop.margin;
  const { because } = loop;
  const { units } = page;
  const mass = (kg: number) => formatMass(kg * 1000, units);
  const need = (
    what: string,
    [needed, have]: [number, number],
    why: Explanation,
    kind: Need['kind'] = 'mass',
  ): Need => ({
    what,
    need: needed,
    have,
    kind,
    holds: have >= needed,
    because: why,
  });
  const oxygenG = m.oxygenNeedKg * 1000;
  const rows = [
    need(say`Oxygen a day`, [oxygenG, m.oxygenGivenKg * 1000], because.oxygen),
    need(say`… with the strongest aerator standing`, [oxygenG, m.oxygenWithoutOneKg * 1000], because.oxygenWithoutOne),
    need(say`Ammonia nitrogen a day`, [m.ammoniaG, m.nitrifiedG], because.ammonia),
    need(say`Media (${mediaFor(units)})`, [m.mediaRuleL, m.mediaL], because.media, 'volume'),
  ];
  return (
    <>
      <Needs rows={rows} units={units} loop={loop.name} />
      <Text as="p" small>
        {loop.firstShort ? (
          loop.firstShort <= page.day ? (
            <>{say`It is not enough for the load of this day.`} </>
          ) : (
            <>
              {say`As planned, it stops being enough about`} <strong>{shortDay(loop.firstShort)}</strong>.{' '}
            </>
          )
        ) : (
          say`As planned, it is enough for the next half year. `
        )}
        {loop.spare.feedKgPerDay > 0 ? (
          <>
            {say`Room for`}{' '}
            <Text as="strong" mono>
              {mass(loop.spare.feedKgPerDay)}
            </Text>{' '}
            {say`more feed a day before ${loop.spare.limitedBy} runs out, or for`}{' '}
            <Text as="strong" mono>
              {formatArea(loop.spare.bedM2, units)}
            </Text>{' '}
            {say`more beds on today’s feed.`}
          </>
        ) : (
          <>{say`No room for more feed: ${loop.spare.limitedBy} is the limit.`}</>
        )}
      </Text>
      <Text as="p" small quiet>
        {[
          ...loop.support.aerators.map((a) => say`${a.name} ${mass(a.kgO2PerDay)} O₂ a day`),
          ...loop.support.media.map(
            (x) =>
              say`${x.name} ${formatVolume(x.volumeM3 * 1000, units)} with ${formatArea(x.volumeM3 * x.surfaceM2PerM3, units)} of surface`,
          ),
        ].join(' · ')}
      </Text>
    </>
  );
}

function Minutes({ loop, units }: { loop: Loop; units: UnitChoice }) {
  return (
    <Table>
      <TableHead>
        <TableRow>
          <HeadCell>{say`If all air stops`}</HeadCell>
          <HeadCell right>{say`Fish`}</HeadCell>
          <HeadCell right>{say`Minutes`}</HeadCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {loop.tanks.map((t) => (
          <TableRow key={t.code}>
            <Cell>
              <Text mono strong>
                {t.code}
              </Text>{' '}
              <Text small quiet>
                {t.lots}
              </Text>
            </Cell>
            <Cell num>{formatMass(t.kg * 1000, units)}</Cell>
            <Cell num strong tone={t.minutes < 20 ? 'danger' : t.minutes < 45 ? 'attention' : null}>
              <Why because={t.because}>{formatNumber(t.minutes)}</Why>
            </Cell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
