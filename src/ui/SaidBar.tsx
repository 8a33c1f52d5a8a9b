'use client';
import Snackbar from '@mui/material/Snackbar';
import { ChipButton } from './kit/Chip';
import { Mark, Sheet, type Tone } from './kit/kit';
import css from './said.module.css';

const SHOWN_MS = 10_000;

/** What was just recorded or refused, said beside the thumb, above the stations of a phone. */
export function SaidBar({ said, onClose }: { said: { tone: Tone; words: string } | null; onClose: () => void }) {
  return (
    <Snackbar
      open={said !== null}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      autoHideDuration={SHOWN_MS}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      sx={{ bottom: { xs: 118, md: 64 } }}
    >
      <Sheet as="div" className={css.bar} role="status">
        <Mark as="span" tone={said?.tone}>
          {said?.words}
        </Mark>
        <ChipButton onClick={onClose}>Close</ChipButton>
      </Sheet>
    </Snackbar>
  );
}
