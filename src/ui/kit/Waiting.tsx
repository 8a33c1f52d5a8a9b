import Skeleton from '@mui/material/Skeleton';
import { say } from '../../core/words/words';
import { Unseen } from './kit';

/** Holds the place of something that is on its way, so that nothing jumps when it comes. */
export function Waiting({ height }: { height: number }) {
  return (
    <div role="status">
      <Unseen>{say`On its way…`}</Unseen>
      <Skeleton variant="rounded" height={height} />
    </div>
  );
}
