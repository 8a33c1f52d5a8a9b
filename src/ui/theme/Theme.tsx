'use client';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { theme } from './theme';
import './variables.generated.css';

export function Theme({ children }: { children: ReactNode }) {
  return (
    <ThemeProvider theme={theme} defaultMode="system" disableStyleSheetGeneration>
      <CssBaseline />
      {children}
    </ThemeProvider>
  );
}
