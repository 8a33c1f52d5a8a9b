'use client';
import { formatQuantity } from '../../../core/plan/consequences';
import { isoWeek, addDays } from '../../../core/quantity/days';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { planStart } from '../../../core/stocking/problem';
import { LIMIT_WORDS } from '../../../core/succession/limits';
import type { SuccessionProposal } from '../../../core/succession/propose';
import { formatBalance } from '../../../core/water/loopBalance';
import { plural, say, told } from '../../../core/words/words';
import { LayDraft } from '../../../ui/form/LayDraft';
import { Mark, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { layDraft } from '../actions';
import type { SuccessionPage } from './queries';
import { sayGap } from './sayGap';

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
  const products = new Map(page.products.map((p) => [p.code, p]));
  return (
    <ScrollTable label={say`What it meets`}>
      <LightTable stack>
        <thead>
          <LightRow>
            <LightHeadCell>{say`Product`}</LightHeadCell>
            <LightHeadCell right>{say`Wanted beyond the plan`}</LightHeadCell>
            <LightHeadCell right>{say`Of it met`}</LightHeadCell>
            <LightHeadCell right>{say`Not asked for`}</LightHeadCell>
          </LightRow>
        </thead>
        <tbody>
          {answer.met.map((m) => {
            const product = products.get(m.productCode)!;
            const figure = (q: number) => formatQuantity(q, product.unit, page.units);
            const short = m.short.reduce((a, b) => a + b, 0);
            return (
              <LightRow key={m.productCode}>
                <LightCell strong>{product.name}</LightCell>
                <LightCell num label={say`Wanted beyond the plan`}>
                  {figure(m.wanted)}
                </LightCell>
                <LightCell num label={say`Of it met`} tone={short > 0 ? 'attention' : null}>
                  {say`${formatNumber(((m.wanted - short) / m.wanted) * 100)} %`}
                </LightCell>
                <LightCell num label={say`Not asked for`}>
                  {m.spare >= 1 ? figure(m.spare) : '—'}
                </LightCell>
              </LightRow>
            );
          })}
        </tbody>
      </LightTable>
    </ScrollTable>
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

function Limits({ answer, page }: PartProps) {
  if (answer.limits === null) return null;
  return (
    <div data-testid="limits">
      <h3>{say`What holds it back`}</h3>
      {answer.limits.length === 0 ? (
        <Text as="p" small>
          {say`No limit does: everything that can still be ready in time is met.`}
        </Text>
      ) : (
        <Rows>
          {answer.limits.map(({ kind, savedMinor }) => (
            <Text as="li" small key={kind}>
              {say`Without the limit of ${told(LIMIT_WORDS[kind])} up to ${formatAboutMoney(savedMinor, page.currency)} more would be had over these weeks, orders that fall short counted in.`}
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
  return (
    <ScrollTable label={say`Sowings of the proposal`} maxHeight={420}>
      <LightTable stack>
        <thead>
          <LightRow>
            <LightHeadCell>{say`Sow`}</LightHeadCell>
            <LightHeadCell>{say`Crop`}</LightHeadCell>
            <LightHeadCell right>{say`Seeds`}</LightHeadCell>
            <LightHeadCell right>{say`Trays`}</LightHeadCell>
            <LightHeadCell>{say`Into`}</LightHeadCell>
            <LightHeadCell>{say`Transplant`}</LightHeadCell>
            <LightHeadCell>{say`First pick`}</LightHeadCell>
          </LightRow>
        </thead>
        <tbody>
          {answer.draft.lines.map((line) => (
            <LightRow key={line.lotCode}>
              <LightCell strong>{shortDay(line.sowDay)}</LightCell>
              <LightCell>
                {line.recipe}{' '}
                <Text mono small quiet>
                  {line.lotCode}
                </Text>
              </LightCell>
              <LightCell num label={say`Seeds`}>
                {formatNumber(line.seeds)}
              </LightCell>
              <LightCell num label={say`Trays`}>
                {formatNumber(line.trays)}
              </LightCell>
              <LightCell label={say`Into`}>
                {line.beds.map((b) => `${b.code} ${formatNumber(b.plants)}`).join(' · ')}
              </LightCell>
              <LightCell label={say`Transplant`}>{shortDay(line.transplantDay)}</LightCell>
              <LightCell label={say`First pick`}>{shortDay(line.firstPick)}</LightCell>
            </LightRow>
          ))}
        </tbody>
      </LightTable>
    </ScrollTable>
  );
}
