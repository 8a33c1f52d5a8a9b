'use client';
import { formatQuantity, plainQuantity } from '../../../core/plan/consequences';
import { isoWeek, addDays } from '../../../core/quantity/days';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { planStart } from '../../../core/stocking/problem';
import type { LimitCost } from '../../../core/succession/limitCosts';
import { LIMIT_WORDS } from '../../../core/succession/limits';
import type { SuccessionProposal } from '../../../core/succession/propose';
import { formatBalance } from '../../../core/water/loopBalance';
import { plural, say, told } from '../../../core/words/words';
import { LayDraft } from '../../../ui/form/LayDraft';
import { Mark, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { layDraft } from '../actions';
import type { SuccessionPage } from './queries';
import { sayGap } from './sayGap';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

interface AnswerProps {
  answer: SuccessionProposal;
  page: SuccessionPage;
  ready: boolean;
}

/** What is proposed: how good it is, what it meets, what stays short and why, and what it does to fish and water. */
export function SuccessionAnswer({ answer, page, ready }: AnswerProps) {
  const { draft, worthMinor, costMinor } = answer;
  const money = (minor: number) => formatAboutMoney(minor, page.currency);
  return (
    <Sheet data-testid="succession">
      <SheetHead>
        <h2>{ready ? say`Proposal` : say`Best so far`}</h2>
        <Text quiet small>
          {say`${plural(draft.lines.length, '# sowing', '# sowings')} · ${money(worthMinor)} at list price less ${money(costMinor)} for work, seed and plugs`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Text as="p" small quiet>
          {sayGap(answer.progress)}.
        </Text>
        {ready && page.person.role === 'manager' && (
          <LayDraft name={say`Sowings from ${shortDay(page.today)}`} steps={draft.steps} drops={[]} send={layDraft} />
        )}
        <Met answer={answer} page={page} />
        <Together answer={answer} page={page} />
        <Limits answer={answer} page={page} />
        <Short answer={answer} />
      </SheetBody>
      <Sowings answer={answer} />
    </Sheet>
  );
}

type PartProps = Omit<AnswerProps, 'ready'>;

function Met({ answer, page }: PartProps) {
  type Row = SuccessionProposal['met'][number];
  const products = new Map(page.products.map((p) => [p.code, p]));
  const of = (m: Row) => products.get(m.productCode)!;
  const figure = (q: number, m: Row) => formatQuantity(q, of(m).unit, page.units);
  const plain = (q: number, m: Row) => plainQuantity(q, of(m).unit, page.units).value;
  const short = (m: Row) => m.short.reduce((a, b) => a + b, 0);
  const share = (m: Row) => ((m.wanted - short(m)) / m.wanted) * 100;
  const columns: Column<Row>[] = [
    { head: say`Product`, value: (m) => of(m).name, look: { strong: true } },
    { head: say`Unit`, value: (m) => plainQuantity(0, of(m).unit, page.units).unit, only: 'file' },
    {
      head: say`Wanted beyond the plan`,
      value: (m) => plain(m.wanted, m),
      kind: 'number',
      look: { num: true },
      labelled: true,
      cell: (m) => figure(m.wanted, m),
    },
    {
      head: say`Covered`,
      value: share,
      unit: '%',
      look: (m) => ({ num: true, tone: short(m) > 0 ? 'attention' : null }),
      right: true,
      labelled: true,
      cell: (m) => say`${formatNumber(share(m))} %`,
    },
    {
      head: say`Not asked for`,
      value: (m) => plain(m.spare, m),
      kind: 'number',
      look: { num: true },
      labelled: true,
      cell: (m) => (m.spare >= 1 ? figure(m.spare, m) : '—'),
    },
  ];
  return (
    <DataTable label={say`What it meets`} stack rows={answer.met} rowKey={(m) => m.productCode} columns={columns} />
  );
}

/** Fish held as they are planned: where the plants of the draft and what the fish give part ways. */
function Together({ answer, page }: PartProps) {
  const start = planStart(page.today);
  const week = (w: number) => isoWeek(addDays(start, w * 7));
  return (
    <div data-testid="together">
      <h3>{say`Both together`}</h3>
      {answer.together.length === 0 && (
        <Text as="p" small quiet>
          {say`None of these beds drinks from a loop with fish.`}
        </Text>
      )}
      <Rows>
        {answer.together.map((t) => {
          const loop = page.loops.find((l) => l.id === t.loopId)!;
          const leanest = t.hungry.reduce<(typeof t.hungry)[number] | null>(
            (least, h) => (least === null || h.value < least.value ? h : least),
            null,
          );
          const figure = (value: number) => formatBalance(value, loop, page.units);
          return (
            <Mark as="li" small tone={t.hungry.length > 0 ? 'attention' : 'good'} key={t.loopId}>
              {leanest
                ? say`${loop.name}: the fish as planned leave its plants hungry in ${plural(t.hungry.length, '# week', '# weeks')} (${t.hungryBefore} before), most in week ${week(leanest.week)} with ${figure(leanest.value)}; they want ${figure(loop.bandLow)}. Feed more fish then, or sow less.`
                : say`${loop.name}: the fish as planned feed these plants in every week.`}{' '}
              {t.rich > 0 &&
                say`In ${plural(t.rich, '# week', '# weeks')} (${t.richBefore} before) they give more than the plants take.`}
            </Mark>
          );
        })}
      </Rows>
    </div>
  );
}

/** A plan found is said as it is; where one that is better may be had, how much better at most. */
function sayMore({ savedMinor, mostMinor }: Omit<LimitCost, 'kind'>, currency: string): string {
  const most = formatAboutMoney(mostMinor, currency);
  if (savedMinor >= mostMinor * NEARLY_ALL) return say`about ${formatAboutMoney(savedMinor, currency)}`;
  return savedMinor >= mostMinor * HARDLY
    ? say`${formatAboutMoney(savedMinor, currency)} to ${most}`
    : say`at most ${most}`;
}

/** Shares of the most there can be at which what was found is as good as it, or says little. */
const NEARLY_ALL = 0.9;
const HARDLY = 0.1;

function Limits({ answer, page }: PartProps) {
  if (answer.limits === null) return null;
  return (
    <div data-testid="limits">
      <h3>{say`What holds it back`}</h3>
      {answer.limits.length === 0 ? (
        <Text as="p" small>
          {answer.short.length === 0
            ? say`No limit does: everything that can still be ready in time is covered.`
            : say`No single limit does: lifting one of them alone would bring no more.`}
        </Text>
      ) : (
        <Rows>
          {answer.limits.map(({ kind, savedMinor, mostMinor }) => (
            <Text as="li" small key={kind}>
              {say`Without the limit of ${told(LIMIT_WORDS[kind])} these weeks would bring ${sayMore({ savedMinor, mostMinor }, page.currency)} more, shortfalls counted.`}
            </Text>
          ))}
        </Rows>
      )}
    </div>
  );
}

const SHOWN_SHORT = 8;

function Short({ answer }: { answer: SuccessionProposal }) {
  if (answer.short.length === 0) return null;
  return (
    <Stack data-testid="short">
      <h3>{say`What cannot be met`}</h3>
      <Rows>
        {answer.short.slice(0, SHOWN_SHORT).map((words) => (
          <Mark as="li" tone="attention" small key={words}>
            {words}
          </Mark>
        ))}
      </Rows>
      {answer.short.length > SHOWN_SHORT && (
        <details>
          <Text as="summary" small quiet>
            {say`and ${answer.short.length - SHOWN_SHORT} more gaps`}
          </Text>
          <Rows>
            {answer.short.slice(SHOWN_SHORT).map((words) => (
              <Mark as="li" tone="attention" small key={words}>
                {words}
              </Mark>
            ))}
          </Rows>
        </details>
      )}
    </Stack>
  );
}

function Sowings({ answer }: Pick<PartProps, 'answer'>) {
  type Line = SuccessionProposal['draft']['lines'][number];
  const columns: Column<Line>[] = [
    { head: say`Sow`, value: (l) => l.sowDay, kind: 'day', look: { strong: true } },
    {
      head: say`Crop`,
      value: (l) => l.recipe,
      cell: (l) => (
        <>
          {l.recipe}{' '}
          <Text mono small quiet>
            {l.lotCode}
          </Text>
        </>
      ),
    },
    { head: say`Lot`, value: (l) => l.lotCode, only: 'file' },
    { head: say`Seeds`, value: (l) => l.seeds, kind: 'number', look: { num: true }, labelled: true },
    { head: say`Trays`, value: (l) => l.trays, kind: 'number', look: { num: true }, labelled: true },
    {
      head: say`Into`,
      value: (l) => l.beds.map((b) => `${b.code} ${formatNumber(b.plants)}`).join(' · '),
      labelled: true,
    },
    { head: say`Transplant`, value: (l) => l.transplantDay, kind: 'day', labelled: true },
    { head: say`First pick`, value: (l) => l.firstPick, kind: 'day', labelled: true },
  ];
  return (
    <DataTable
      label={say`Sowings of the proposal`}
      maxHeight={420}
      stack
      rows={answer.draft.lines}
      rowKey={(l) => l.lotCode}
      columns={columns}
    />
  );
}
