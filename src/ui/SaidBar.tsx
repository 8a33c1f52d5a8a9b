'use client';
import { say } from '../core/words/words';
import Snackbar from '@mui/material/Snackbar';
import { ChipButton } from './kit/Chip';
import { Mark, Sheet, type Tone } from './kit/kit';
import css from './said.module.css';

const SHOWN_MS = 10_000;

/** What was just recorded or refused, said beside the thumb, above the stations of a phone; with a way back where there is one. */
interface SaidBarProps {
  said: { tone: Tone; words: string } | null;
  onClose: () => void;
  /** Takes it back; absent: it cannot be. */
  onUndo?: (() => void) | undefined;
}

export function SaidBar({ said, onClose, onUndo }: SaidBarProps) {
  return (
    <Snackbar
      open={said !== null}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      autoHideDuration={SHOWN_MS}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      // Under whatever is opened next: a form's own buttons are never covered.
      sx={{ bottom: { xs: 118, md: 64 }, zIndex: (theme) => theme.zIndex.drawer + 1 }}
    >
      <Sheet as="div" className={css.bar} role="status">
        <Mark as="span" tone={said?.tone}>
          {said?.words}
        </Mark>
        {onUndo && <ChipButton onClick={onUndo}>{say`Undo`}</ChipButton>}
        <ChipButton onClick={onClose}>{say`Close`}</ChipButton>
      </Sheet>
    </Snackbar>
  );
}
