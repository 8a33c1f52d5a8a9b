import type { FlowNode } from '../../core/setup/flow';
import { say } from '../../core/words/words';
import { Text } from '../kit/kit';
import css from './waterWay.module.css';

/** The water's way round a loop, part behind part, and back to where it began. */
export function WaterWay({ nodes }: { nodes: readonly FlowNode[] }) {
  if (nodes.length < 2) return null;
  return (
    <ol className={css.way} aria-label={say`The water’s way`}>
      {nodes.map((node, i) => (
        <li key={node.key} className={css.step}>
          <span className={css.part} data-kind={node.kind}>
            <Text small strong>
              {node.what}
            </Text>{' '}
            <Text small mono quiet>
              {node.codes}
            </Text>
          </span>
          <span aria-hidden="true" className={css.arrow}>
            {i === nodes.length - 1 ? '↺' : '→'}
          </span>
        </li>
      ))}
    </ol>
  );
}
