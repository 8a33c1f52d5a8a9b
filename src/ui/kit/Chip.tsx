'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ComponentProps, ReactNode } from 'react';

const LOOK = {
  color: 'text.primary',
  borderColor: 'farm.quiet',
  bgcolor: 'farm.sheet',
  fontWeight: 400,
  fontSize: 15,
  minHeight: { xs: 48, md: 40 },
  py: '7px',
  px: '12px',
  '&:hover': { bgcolor: 'farm.wash' },
} as const;

type ChipProps = Omit<ComponentProps<typeof Button>, 'variant' | 'sx'>;

/** A small act beside others, as large as a wet thumb on a phone. */
export function ChipButton({ type = 'button', ...rest }: ChipProps) {
  return <Button type={type} variant="outlined" color="inherit" sx={LOOK} {...rest} />;
}

interface ChipLinkProps {
  href: string;
  children: ReactNode;
}

export function ChipLink({ href, children }: ChipLinkProps) {
  return (
    <Button component={Link} href={href} prefetch={false} variant="outlined" color="inherit" sx={LOOK}>
      {children}
    </Button>
  );
}
