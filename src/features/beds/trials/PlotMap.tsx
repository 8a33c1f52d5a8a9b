import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { Text } from '../../../ui/kit/kit';
import type { TrialView } from './queries';
import css from './trials.module.css';

/** Plots as they stand in their beds, from the bench end on: block by block, with the letter of the arm and what it came to. */
export function PlotMap({ trial }: { trial: TrialView }) {
  const beds = [...new Set(trial.plots.map((p) => p.place))];
  return (
    <div className={css.map}>
      {beds.map((bed) => {
        const plots = trial.plots.filter((p) => p.place === bed);
        const blocks = [...new Set(plots.map((p) => p.block))];
        return (
          <div key={bed} className={css.bed}>
            <Text as="p" strong small>
              {bed}
            </Text>
            <ol className={css.blocks} aria-label={say`Plots in ${bed}, from the bench end`}>
              {blocks.map((block) => (
                <li key={block} className={css.block}>
                  <Text as="p" small quiet>
                    {say`block ${block}`}
                  </Text>
                  <ol className={css.plots}>
                    {plots
                      .filter((p) => p.block === block)
                      .map((p) => (
                        <li key={p.id} className={css.plot} data-arm={p.letter}>
                          <Text strong>{p.letter}</Text>
                          <Text small quiet mono>
                            {p.value === null ? '–' : formatNumber(p.value, p.value < 10 ? 1 : 0)}
                          </Text>
                        </li>
                      ))}
                  </ol>
                </li>
              ))}
            </ol>
          </div>
        );
      })}
    </div>
  );
}
