'use client';
import Snackbar from '@mui/material/Snackbar';

const SHOWN_MS = 10_000;

/** What was just recorded or refused, said beside the thumb, above the stations of a phone. */
export function SaidBar({ said, onClose }: { said: { tone: string; words: string } | null; onClose: () => void }) {
  return (
    <Snackbar
      open={said !== null}
      autoHideDuration={SHOWN_MS}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      sx={{ bottom: { xs: 118, md: 64 } }}
    >
      <div className="sheet said-bar" role="status">
        <span className={`mark ${said?.tone ?? ''}`}>{said?.words}</span>
        <button type="button" className="chip" onClick={onClose}>
          Close
        </button>
      </div>
    </Snackbar>
  );
}
