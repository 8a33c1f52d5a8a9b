'use client';
import Button from '@mui/material/Button';
import { Link } from '../shell/visit';
import type { ComponentProps, ReactNode } from 'react';

const LOOK = {
  color: 'text.primary',
  borderColor: 'farm.quiet',
  bgcolor: 'farm.sheet',
  fontWeight: 400,
  fontSize: '0.9375rem',
  minHeight: { xs: 48, md: 40 },
  py: '7px',
  px: '12px',
  '&:hover': { bgcolor: 'farm.wash' },
} as const;

const CHOSEN = { borderColor: 'farm.water', borderWidth: 2, fontWeight: 650 } as const;

type ChipProps = Omit<ComponentProps<typeof Button>, 'variant' | 'sx'> & {
  /** Whether it is the one of several that is shown. */
  chosen?: boolean;
};

/** A small act beside others, as large as a wet thumb on a phone. */
export function ChipButton({ type = 'button', chosen, ...rest }: ChipProps) {
  const pressed = chosen === undefined ? {} : { 'aria-pressed': chosen };
  return (
    <Button
      type={type}
      variant="outlined"
      color="inherit"
      sx={chosen ? { ...LOOK, ...CHOSEN } : LOOK}
      {...pressed}
      {...rest}
    />
  );
}

interface ChipLinkProps {
  href: string;
  /** The one of several that is shown. */
  chosen?: boolean;
  children: ReactNode;
}

export function ChipLink({ href, chosen, children }: ChipLinkProps) {
  return (
    <Button
      component={Link}
      href={href}
      variant="outlined"
      color="inherit"
      aria-current={chosen ? 'true' : undefined}
      sx={chosen ? { ...LOOK, ...CHOSEN } : LOOK}
    >
      {children}
    </Button>
  );
}
