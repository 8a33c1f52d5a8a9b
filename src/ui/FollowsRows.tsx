import type { Follows } from '../core/setup/carries/parts';
import { Rows, Text } from './kit/kit';
import { Why } from './Why';
import css from './follows.module.css';

/** What follows from the parts of a farm: each figure with its reason, and what is unwise about it. */
export function FollowsRows({ rows }: { rows: readonly Follows[] }) {
  return (
    <Rows>
      {rows.map((f) => (
        <li key={f.key} className={css.follow}>
          <span>{f.label}</span>
          <Text strong mono className={css.value}>
            <Why because={f.because}>{f.value}</Why>
          </Text>
          <Text small quiet className={css.wide}>
            {f.note}
          </Text>
          {f.wrong && (
            <Text small tone="attention" className={css.wide}>
              {f.wrong}
            </Text>
          )}
        </li>
      ))}
    </Rows>
  );
}
