import { say } from '../../../core/words/words';
import { Link } from '../../../ui/shell/visit';
import { formatNumber } from '../../../core/quantity/units';
import type { CohortPage } from './cohortReasons';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import { Happened, Feedings } from './StoryTables';
import { storyLines } from './storyLines';

/** All that is recorded about a cohort; what can stand alone can be taken back. */
export function CohortStory({ page }: { page: CohortPage }) {
  const { units } = page;
  const lines = storyLines(page);
  return (
    <>
      <Sheet>
        <SheetHead>
          <h2>{say`What happened`}</h2>
          <Text quiet small>
            {say`newest first; a mistake is taken back, never erased`}
          </Text>
          {page.more.feedings + page.more.movements > 0 && (
            <Text
              as={Link}
              end
              small
              href={`/cohorts/${page.lotCode}?story=all${page.day === page.today ? '' : `&day=${page.day}`}`}
              scroll={false}
            >
              {say`show all: ${formatNumber(page.more.feedings)} more feedings`}
              {page.more.movements > 0 && say`, ${formatNumber(page.more.movements)} more entries`}
            </Text>
          )}
        </SheetHead>
        <Happened lines={lines} />
      </Sheet>
      <Sheet>
        <SheetHead>
          <h2>{say`Feedings`}</h2>
          <Text quiet small>
            {say`newest first`}
          </Text>
        </SheetHead>
        {page.feedings.length === 0 ? (
          <Empty>{say`Not fed yet.`}</Empty>
        ) : (
          <Feedings feedings={page.feedings} units={units} />
        )}
      </Sheet>
    </>
  );
}
