'use client';
import { plural, say } from '../../core/words/words';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { Consequence } from '../../core/plan/consequences';
import { Buttons, Mark, Rows, Sheet, SheetBody, SheetHead, Text, type Tone } from '../../ui/kit/kit';
import css from './season.module.css';

/** Where Enter on the board leads to. */
export const KEEP_BUTTON = 'keep-draft';

/** More nobody reads before deciding. */
const MOST_SHOWN = 16;
const TONES: Record<Consequence['tone'], Tone> = { worse: 'danger', better: 'good', note: 'soon' };

interface DraftSheetProps {
  /** What it is called while it has no name of its own. */
  called: string;
  name: string;
  consequences: readonly Consequence[];
  refused: string | null;
  said: { tone: Tone; words: string } | null;
  mayKeep: boolean;
  /** Nothing can be sent now. */
  blocked: boolean;
  pending: boolean;
  /** Others to hold it against. */
  others: boolean;
  onName: (name: string) => void;
  onKeep: () => void;
  onLayAside: () => void;
  onDiscard: () => void;
  onSideBySide: () => void;
}

/** What a draft means, beside the board, and what becomes of it. */
export function DraftSheet(p: DraftSheetProps) {
  const n = p.consequences.length;
  return (
    <Sheet className={css.drafting} aria-label={say`Draft`}>
      <SheetHead>
        <h2>{say`Draft: ${p.called}`}</h2>
        <Text quiet small>
          {n === 0 ? say`nothing else changes` : plural(n, '# consequence', '# consequences')}
        </Text>
      </SheetHead>
      <SheetBody stack>
        {p.refused && (
          <Mark as="p" tone="danger" role="alert">
            {p.refused}
          </Mark>
        )}
        {n > 0 && (
          <Rows className={css.consequences} data-testid="consequences" aria-live="polite">
            {p.consequences.slice(0, MOST_SHOWN).map((c) => (
              <Mark key={c.words} as="li" small tone={TONES[c.tone]}>
                {c.words}
              </Mark>
            ))}
          </Rows>
        )}
        {n > MOST_SHOWN && (
          <Text as="p" small quiet>
            {say`and ${n - MOST_SHOWN} more`}
          </Text>
        )}
        {p.said && (
          <Mark as="p" tone={p.said.tone} role={p.said.tone === 'danger' ? 'alert' : 'status'}>
            {p.said.words}
          </Mark>
        )}
        {p.mayKeep ? (
          <TextField
            label={say`Name of the draft`}
            value={p.name}
            placeholder={p.called}
            onChange={(e) => p.onName(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
        ) : (
          <Text quiet>{say`Only a manager keeps drafts; try what you like.`}</Text>
        )}
        <Buttons>
          {p.mayKeep && (
            <>
              <Button id={KEEP_BUTTON} variant="contained" onClick={p.onKeep} disabled={p.blocked}>
                {say`Keep draft`}
              </Button>
              <Button variant="outlined" onClick={p.onLayAside} disabled={p.blocked}>
                {say`Lay aside`}
              </Button>
            </>
          )}
          <Button variant="outlined" onClick={p.onDiscard}>
            {say`Discard`}
          </Button>
          {p.others && (
            <Button variant="outlined" onClick={p.onSideBySide} disabled={p.pending}>
              {say`Side by side`}
            </Button>
          )}
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}
