import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { say } from '../../core/words/words';
import { Buttons, Sheet, SheetBody } from './kit';

/** A long search that goes on, with what it knows so far and a way to end it. */
export function Searching({ words, onStop }: { words: string; onStop: () => void }) {
  return (
    <Sheet>
      <SheetBody stack role="status">
        <LinearProgress aria-label={say`Searching`} />
        <p>{words}</p>
        <Buttons>
          <Button variant="outlined" onClick={onStop}>
            {say`Stop and keep the best so far`}
          </Button>
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}
