import type { Explanation } from '../../core/explain';
import { formatMass, formatNumber, formatTemperature, formatVolume, type UnitChoice } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { Why } from '../../ui/Why';
import { CohortsNav } from './CohortsNav';
import { Equipment } from './Equipment';
import type { LifePage } from './lifeQueries';
import { ScrollTable } from '../../ui/table/ScrollTable';

/** What keeps the fish alive, against what they need on the day shown. */
export function LifeStation({ page }: { page: LifePage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <div className="stack">
      <CohortsNav here="/cohorts/margin" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <h1 className="visually-hidden">Life support</h1>
      {page.loops.map((loop) => (
        <section className="sheet" key={loop.name}>
          <header>
            <h2>{loop.name} loop</h2>
            <span className="quiet small">
              {formatMass(loop.biomassKg * 1000, page.units)} fish · {formatMass(loop.feedKg * 1000, page.units)} feed a
              day · {formatTemperature(loop.tempC, page.units)} · pH {formatNumber(loop.pH, 1)}
            </span>
            <span
              className={`end strong ${loop.margin.tightest.ratio < 1 ? 'danger' : loop.margin.tightest.ratio < 1.3 ? 'attention' : 'good'}`}
            >
              tightest: {loop.margin.tightest.what},{' '}
              {Number.isFinite(loop.margin.tightest.ratio)
                ? `${formatNumber(loop.margin.tightest.ratio, 1)} times the need`
                : 'no load'}
            </span>
          </header>
          <div className="body columns">
            <div className="stack">
              <LastReadings loop={loop} />
              <Margins loop={loop} page={page} />
              {page.person.role === 'manager' && page.when === 'today' && <Equipment loop={loop} page={page} />}
            </div>
            <div className="stack">
              <Minutes loop={loop} units={page.units} />
            </div>
          </div>
        </section>
      ))}
      <p className="small quiet">
        Oxygen: 0.5 kg for each kg of feed (fish 0.25, nitrifying bacteria 0.12, others 0.13; Timmons &amp; Ebeling).
        Filters by two schools: 2 L of media for each kg of fish, and ammonia from feed (protein × 0.092) against
        surface × rate, by temperature and pH. Minutes: oxygen at four fifths of saturation down to what is critical,
        with no exchange at the surface. Estimates and planning defaults: an alarm, a second blower and a person on call
        come first.
      </p>
    </div>
  );
}

type Loop = LifePage['loops'][number];

/** The last readings, and what they mean for the fish in the loop. */
function LastReadings({ loop: { readings, judged } }: { loop: Loop }) {
  if (readings.length === 0)
    return <p className="small quiet">No reading in the last fortnight: nothing is known of its water.</p>;
  return (
    <div data-testid="readings">
      <p className="small">
        {readings.map(({ name, said, on }, i) => (
          <span key={name}>
            {i > 0 && ' · '}
            {name} <strong className="mono">{said}</strong> <span className="quiet">{shortDay(on)}</span>
          </span>
        ))}
      </p>
      {judged.map((j) => (
        <p key={j.kind} className={`small ${j.tone === 'good' ? 'good' : `mark ${j.tone}`}`}>
          <Why because={j.because}>{j.words}</Why>
        </p>
      ))}
    </div>
  );
}

function Margins({ loop, page }: { loop: Loop; page: LifePage }) {
  const m = loop.margin;
  const without = m.oxygenWithoutOneKg >= m.oxygenNeedKg;
  const { because } = loop;
  const { units } = page;
  const mass = (kg: number) => formatMass(kg * 1000, units);
  const rows: [string, string, string, boolean, Explanation][] = [
    ['Oxygen a day', mass(m.oxygenNeedKg), mass(m.oxygenGivenKg), m.oxygenGivenKg >= m.oxygenNeedKg, because.oxygen],
    [
      '… with the strongest aerator standing',
      mass(m.oxygenNeedKg),
      mass(m.oxygenWithoutOneKg),
      without,
      because.oxygenWithoutOne,
    ],
    [
      'Ammonia nitrogen a day',
      formatMass(m.ammoniaG, units),
      formatMass(m.nitrifiedG, units),
      m.nitrifiedG >= m.ammoniaG,
      because.ammonia,
    ],
    [
      'Media (2 L for each kg of fish)',
      formatVolume(m.mediaRuleL, units),
      formatVolume(m.mediaL, units),
      m.mediaL >= m.mediaRuleL,
      because.media,
    ],
  ];
  return (
    <>
      <ScrollTable label="Life support">
        <table className="plain">
          <thead>
            <tr>
              <th />
              <th className="right">Needed</th>
              <th className="right">There is</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map(([what, need, have, ok, why]) => (
              <tr key={what}>
                <td>{what}</td>
                <td className="num">{need}</td>
                <td className="num">
                  <Why because={why}>{have}</Why>
                </td>
                <td className={ok ? 'good' : 'danger strong'}>{ok ? 'holds' : 'too little'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollTable>
      <p className="small">
        {loop.firstShort ? (
          loop.firstShort <= page.day ? (
            <>It is not enough for the load of this day. </>
          ) : (
            <>
              As planned, it stops being enough about <strong>{shortDay(loop.firstShort)}</strong>.{' '}
            </>
          )
        ) : (
          'As planned, it is enough for the next half year. '
        )}
        {loop.spare.feedKgPerDay > 0 ? (
          <>
            Room for <strong className="mono">{mass(loop.spare.feedKgPerDay)}</strong> more feed a day before{' '}
            {loop.spare.limitedBy} runs out, or for{' '}
            <strong className="mono">{formatNumber(loop.spare.bedM2)} m²</strong> more beds on today’s feed.
          </>
        ) : (
          <>No room for more feed: {loop.spare.limitedBy} is the limit.</>
        )}
      </p>
      <p className="small quiet">
        {[
          ...loop.support.aerators.map((a) => `${a.name} ${mass(a.kgO2PerDay)} O₂ a day`),
          ...loop.support.media.map(
            (x) => `${x.name} ${formatVolume(x.volumeM3 * 1000, units)} of ${x.surfaceM2PerM3} m²/m³`,
          ),
        ].join(' · ')}
      </p>
    </>
  );
}

function Minutes({ loop, units }: { loop: Loop; units: UnitChoice }) {
  return (
    <table className="plain">
      <thead>
        <tr>
          <th>If all air stops</th>
          <th className="right">Fish</th>
          <th className="right">Minutes</th>
        </tr>
      </thead>
      <tbody>
        {loop.tanks.map((t) => (
          <tr key={t.code}>
            <td>
              <span className="mono strong">{t.code}</span> <span className="small quiet">{t.lots}</span>
            </td>
            <td className="num">{formatMass(t.kg * 1000, units)}</td>
            <td className={`num strong ${t.minutes < 20 ? 'danger' : t.minutes < 45 ? 'attention' : ''}`}>
              <Why because={t.because}>{formatNumber(t.minutes)}</Why>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
