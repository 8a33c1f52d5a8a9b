import { Link } from './shell/visit';
import type { Trouble } from '../core/plan/troubles';
import { say } from '../core/words/words';
import { Mark, Row, Rows, Sheet, SheetHead, Text } from './kit/kit';

interface TroublesProps {
  troubles: readonly Trouble[];
  most: number;
  /** The station one is on already: nothing leads to it. */
  here?: Trouble['station'];
}

/** What needs a decision, the most pressing first; each leads to where it is decided. */
export function Troubles({ troubles, most, here }: TroublesProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Needs a decision`}</h2>
      </SheetHead>
      <Rows>
        {troubles.slice(0, most).map((t) => {
          const words = (
            <Mark tone={t.tone}>
              <Text as="p" strong>
                {t.title}
              </Text>
              <Text as="p" quiet small>
                {t.detail}
              </Text>
            </Mark>
          );
          return (
            <li key={t.title}>
              {t.station === here ? (
                <Row as="div">{words}</Row>
              ) : (
                <Row as={Link} href={`/${t.station}`}>
                  {words}
                </Row>
              )}
            </li>
          );
        })}
      </Rows>
    </Sheet>
  );
}
