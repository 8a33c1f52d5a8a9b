'use client';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { useId, useState } from 'react';

export interface RowAct {
  words: string;
  onChoose: () => void;
}

/** What else can be done with a row, where it is more than one thing: a button that opens the list of it. */
export function RowMenu({ label, acts }: { label: string; acts: readonly RowAct[] }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const id = useId();
  return (
    <>
      <Tooltip title={label}>
        <IconButton
          aria-label={label}
          aria-haspopup="menu"
          aria-expanded={at !== null}
          aria-controls={at ? id : undefined}
          onClick={(e) => setAt(e.currentTarget)}
        >
          <Dots />
        </IconButton>
      </Tooltip>
      <Menu id={id} anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {acts.map(({ words, onChoose }) => (
          <MenuItem
            key={words}
            onClick={() => {
              setAt(null);
              onChoose();
            }}
          >
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** Three drops in a row. */
function Dots() {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" fill="currentColor" aria-hidden>
      {[4, 10, 16].map((x) => (
        <circle key={x} cx={x} cy="10" r="1.8" />
      ))}
    </svg>
  );
}
