import { LEAST_BATCHES, type Learned } from '../../core/crops/learned';
import { formatNumber } from '../../core/quantity/units';
import { say, speech } from '../../core/words/words';
import { Empty, Facts, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';

interface LearnedSheetProps {
  crop: string;
  learned: Learned | null;
}

const share = (value: number) => `${formatNumber(value * 100)} %`;

/** What the farm's own batches of a crop came to, beside what its recipe expects. Nothing reckons with it until someone types it in. */
export function LearnedSheet({ crop, learned }: LearnedSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What your own batches say`}</h2>
        <Text quiet>{learned ? say`${formatNumber(learned.batches)} batches of ${crop} in the last year` : crop}</Text>
      </SheetHead>
      {!learned ? (
        <Empty>{say`Fewer than ${LEAST_BATCHES} batches were picked in the last year: too few to say anything.`}</Empty>
      ) : (
        <SheetBody stack>
          <Facts small>
            <span>
              {say`into beds, of the seeds`}{' '}
              <Text as="strong" mono>
                {share(learned.raised)}
              </Text>{' '}
              {say`(recipe ${share(learned.raisedExpected)})`}
            </span>
            <span>
              {say`first pick, of what the recipe expects`}{' '}
              <Text as="strong" mono>
                {share(learned.pickedShare)}
              </Text>
            </span>
          </Facts>
          <Facts small>
            {learned.daysByMonth.map((m) => (
              <span key={m.month}>
                {monthName(m.month)}{' '}
                <Text as="strong" mono>
                  {formatNumber(m.days)}
                </Text>{' '}
                {say`days (${formatNumber(m.batches)})`}
              </span>
            ))}
          </Facts>
          <Text as="p" small quiet>
            {say`Days from transplanting to the first pick by the month of transplanting, with how many batches. Beds and plan go by the recipe: change it below where your farm does otherwise.`}
          </Text>
        </SheetBody>
      )}
    </Sheet>
  );
}

const monthName = (month: number) =>
  new Intl.DateTimeFormat(speech().locale, { month: 'short', timeZone: 'UTC' }).format(
    new Date(Date.UTC(2026, month, 15)),
  );
